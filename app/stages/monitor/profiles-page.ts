import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { newProfile } from '@core/monitor/fresh';
import { LIMITS } from '@core/rig/limits';
import { StageTabs } from '../../rig/stage-tabs';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { EmptyMonitor } from './empty-monitor';
import { menuText, storedText } from './menu-words';
import { MonitorFacts } from './monitor-facts';
import { SETTING_WORDS } from './setting-words';

/** Sets of settings side by side: summer and winter, the bank when it was new and when it is old. */
@Component({
  selector: 'co-profiles-page',
  imports: [EmptyMonitor, QuantityField, StageTabs, TextField],
  templateUrl: './profiles-page.html',
  styleUrl: './profiles-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProfilesPage {
  protected readonly facts = inject(MonitorFacts);
  protected readonly limits = LIMITS;
  protected readonly most = 8;
  protected readonly rows = computed(() => {
    const profiles = this.facts.profiles();
    const first = profiles[0];
    if (!first) return [];
    return first.sheet.settings
      .filter(({ has }) => has)
      .map(({ id }) => {
        const cells = profiles.map(({ profile, sheet }) => {
          const { menu, entered, field } = sheet.settings.find((one) => one.id === id)!;
          const keyed =
            entered && !entered.agrees ? storedText(field, entered.value, sheet.settings[0]!.figure.value) : null;
          return { id: profile.id, text: menuText(menu), keyed };
        });
        return { id, name: SETTING_WORDS[id].name, cells, differs: cells.some(({ text }) => text !== cells[0]!.text) };
      });
  });
  protected readonly headline = computed(() => {
    const profiles = this.facts.profiles();
    if (profiles.length < 2) return 'One set of settings serves all the year.';
    const differing = this.rows().filter(({ differs }) => differs);
    return differing.length === 0
      ? `The ${profiles.length} profiles ask for the same settings.`
      : `${differing.map(({ name }) => name).join(', ')} ${differing.length === 1 ? 'differs' : 'differ'} between the ${profiles.length} profiles.`;
  });

  protected add(): void {
    const plan = this.facts.plan();
    const usual = plan?.profiles[0];
    if (!plan || !usual) return;
    const profile = { ...usual, ...newProfileOf(plan.profiles.length), solarCharging: usual.solarCharging };
    this.facts.change({ profiles: [...plan.profiles, profile] }, `add ${profile.id}`);
  }

  /** What was keyed into it stays in the history. */
  protected remove(id: string): void {
    const plan = this.facts.plan();
    if (!plan || plan.profiles.length < 2) return;
    const profiles = plan.profiles.filter((profile) => profile.id !== id);
    this.facts.change(
      { profiles, profileId: plan.profileId === id ? profiles[0]!.id : plan.profileId },
      `remove ${id}`,
    );
  }
}

const newProfileOf = (count: number) => {
  const { id, name } = newProfile(crypto.randomUUID(), count === 1 ? 'Winter' : `Profile ${count + 1}`);
  return { id, name, tempC: count === 1 ? 5 : null };
};
