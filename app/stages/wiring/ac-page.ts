import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { SIGNED_ITEMS, type SignedItem } from '@core/wiring/plan';
import { StageTabs } from '../../rig/stage-tabs';
import { momentLabel } from '../../ui/dates';
import { nowMs } from '../../ui/now';
import { TextField } from '../../ui/text-field';
import { WiringFacts } from './wiring-facts';

const ITEM_WORDS: Record<SignedItem, { name: string; says: string }> = {
  inlet: { name: 'Inlet', says: 'of its kind, weatherproof, with its own breaker close behind it' },
  'residual-current': { name: 'Residual-current device', says: 'trips in time, its test button works' },
  'double-pole': { name: 'Double-pole breakers', says: 'break phase and neutral on every circuit' },
  'neutral-earth': { name: 'Neutral and earth', says: 'joined at the source that is in use, and only there' },
  bonding: { name: 'Protective bonding', says: 'chassis and metal cases to earth' },
  'gas-detector': { name: 'Gas detector', says: 'placed for its gas, fed all the time, tested' },
};

/** What belongs to licensed persons: looked at, and signed with a name. */
@Component({
  selector: 'co-ac-page',
  imports: [StageTabs, TextField],
  template: `
    <div class="eyebrow"><co-stage-tabs /></div>
    <h1 class="verdict">{{ headline() }}</h1>
    <p class="why">
      No AC and no gas is designed here. A licensed person looks at each of these on the vehicle, by the code that holds
      where it is used.
    </p>
    <div class="scroll" tabindex="0" role="region" aria-label="Checked by licensed persons">
      <table class="book" aria-label="Checked by licensed persons">
        <thead>
          <tr>
            <th scope="col" class="l">What</th>
            <th scope="col" class="l">looked at by</th>
            <th scope="col" class="l">on</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.item) {
            <tr>
              <td class="l what">
                <b>{{ row.name }}</b> <small>{{ row.says }}</small>
              </td>
              <td class="l">
                <co-text
                  [label]="row.name + ': looked at by'"
                  placeholder="name"
                  [value]="row.by"
                  [whenLeft]="true"
                  (changed)="sign(row.item, $event)"
                />
              </td>
              <td class="l on">{{ row.on }}</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <p class="caution">
      <b>AC kills and gas burns.</b> Work on either is for licensed persons. A signature here records that somebody
      looked; it replaces no certificate.
    </p>
  `,
  styles: `
    .what {
      white-space: normal !important;
      min-width: 200px;
    }
    small {
      margin-left: var(--s2);
    }
    small,
    .on {
      font-size: 12px;
      color: var(--ink2);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AcPage {
  private readonly facts = inject(WiringFacts);
  protected readonly rows = computed(() =>
    SIGNED_ITEMS.map((item) => {
      const signed = this.facts.wiring()?.signed.find((one) => one.item === item);
      const on = signed ? momentLabel(signed.atMs, this.facts.rig()?.place.timeZone ?? 'UTC') : 'not yet';
      return { item, ...ITEM_WORDS[item], by: signed?.by ?? '', on };
    }),
  );
  protected readonly headline = computed(() => {
    const open = this.rows().filter(({ by }) => by === '').length;
    return open === 0
      ? 'AC and gas have been looked at.'
      : `${open} of ${SIGNED_ITEMS.length} points of AC and gas have not been looked at.`;
  });

  /** An empty name takes the signature back. */
  protected sign(item: SignedItem, name: string): void {
    const others = (this.facts.wiring()?.signed ?? []).filter((one) => one.item !== item);
    const by = name.trim();
    this.facts.change({ signed: by === '' ? others : [...others, { item, by, atMs: nowMs() }] }, null);
  }
}
