import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import type { Rig } from '@core/rig/rig';
import { Edit } from '../rig/edit';
import { NEW_RIG_NAME } from '@core/rig/new-rig';
import { rigFeature } from '../rig/rig-feature';
import { RigSession } from '../rig/rig-session';
import { Choice, type Option } from '../ui/choice';
import { SingleKeys } from '../ui/single-keys';
import { QuantityField } from '../ui/quantity-field';
import { TextField } from '../ui/text-field';
import { timeZones } from '../ui/time-zones';
import { UnitChoice } from '../ui/unit-choice';
import { RigFiles } from './rig-files';

const SYSTEMS: readonly Option[] = [
  { id: 'metric', name: 'metric: m, kg, °C, mm²' },
  { id: 'imperial', name: 'imperial: ft, lb, °F, AWG' },
];

/** What the rig is, where it stands, and its file. */
@Component({
  selector: 'co-details',
  imports: [Choice, FormsModule, NzSelectModule, QuantityField, RouterLink, TextField],
  templateUrl: './details-page.html',
  styles: `
    .form-grid {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: var(--s3) var(--s4);
      max-width: 620px;
      margin: var(--s4) 0;
    }
    .whole {
      grid-column: 1 / -1;
    }
    .zone {
      display: block;
      font: 550 12px/16px var(--text);
      color: var(--ink2);
    }
    nz-select {
      display: block;
    }
    h2 {
      font: 600 13px/18px var(--text);
      margin: var(--s5) 0 var(--s1);
      padding-top: var(--s2);
      border-top: 1px solid var(--rule2);
    }
    .do {
      display: flex;
      flex-wrap: wrap;
      gap: var(--s2);
      margin: var(--s2) 0;
    }
    @media (max-width: 720px) {
      .form-grid {
        grid-template-columns: 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DetailsPage {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly session = inject(RigSession);
  private readonly files = inject(RigFiles);
  protected readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly limits = LIMITS;
  protected readonly systems = SYSTEMS;
  protected readonly units = inject(UnitChoice);
  protected readonly zones = computed(() =>
    timeZones(this.rig()?.place.timeZone ?? 'UTC').map((id) => ({ id, name: id.replaceAll('_', ' ') })),
  );
  protected readonly asking = signal(false);
  protected readonly inFile = computed(() => {
    const logs = this.rig()?.logbook.logs ?? [];
    const rows = formatNumber(
      logs.reduce((sum, log) => sum + log.rowsKept, 0),
      0,
    );
    const of = logs.length === 1 ? 'one log' : `${logs.length} logs`;
    return logs.length === 0
      ? 'Plan and readings: a zip with rig.json.'
      : `Plan, readings, and the ${rows} samples of ${of}: a zip with rig.json and one CSV a log.`;
  });

  constructor() {
    const rig = this.rig();
    if (!rig || !isFresh(rig)) return;
    // Its name is what comes first: keys are letters of it, until something beside the fields is pressed.
    inject(DestroyRef).onDestroy(inject(SingleKeys).restUntilPress());
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    afterNextRender(() => {
      const name = host.querySelector<HTMLInputElement>('#rig-name input');
      name?.focus();
      name?.select();
    });
  }

  protected change(changes: Partial<Pick<Rig, 'name' | 'purpose'>>): void {
    if (changes.name?.trim() === '') return;
    this.store.dispatch(Edit.set(changes, Object.keys(changes).join(',')));
  }

  protected place(changes: Partial<Rig['place']>): void {
    this.store.dispatch(Edit.merge('place', changes));
  }

  protected export(rig: Rig): void {
    void this.files.download(rig);
  }

  protected async remove(rig: Rig): Promise<void> {
    await this.session.remove(rig);
    await this.router.navigate(['/']);
  }
}

/** As it was made, nothing typed yet. */
const isFresh = ({ name, purpose, loads, bank, logbook }: Rig) =>
  name === NEW_RIG_NAME && purpose === '' && loads.length === 0 && bank === null && logbook.logs.length === 0;
