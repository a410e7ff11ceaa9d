import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { fieldOf } from '@core/monitor/derive-settings';
import type { KeyedEntry } from '@core/monitor/plan';
import { StageTabs } from '../../rig/stage-tabs';
import { momentLabel } from '../../ui/dates';
import { FileButton } from '../../ui/file-button';
import { photoFailure, reducedPhoto } from '../../ui/reduced-photo';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { EmptyMonitor } from './empty-monitor';
import { menuText, storedText } from './menu-words';
import { MonitorFacts } from './monitor-facts';
import { movedWords } from './moved-words';
import { SETTING_WORDS } from './setting-words';

/** What was keyed into the meter, by whom and when; and what is to be keyed in anew, as a list to take along. */
@Component({
  selector: 'co-entered-page',
  imports: [EmptyMonitor, FileButton, RouterLink, StageTabs, TextField],
  templateUrl: './entered-page.html',
  styleUrl: './entered-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EnteredPage {
  protected readonly facts = inject(MonitorFacts);
  private readonly units = inject(UnitChoice);
  protected readonly words = SETTING_WORDS;
  protected readonly failure = signal<string | null>(null);

  /** What stands in the meter and is wrong by now, and what was never keyed in: in the order of the menu. */
  protected readonly due = computed(() =>
    (this.facts.sheet()?.settings ?? [])
      .filter(({ has, entered }) => has && (entered === null || !entered.agrees))
      .map(({ id, menu, entered, field }) => ({
        id,
        to: menuText(menu),
        was: entered ? this.text(field, entered.value) : null,
        stale: entered?.stale ?? false,
        moved: entered?.stale ? (entered.moved ?? []).map((input) => movedWords(input, this.units)) : [],
      }))
      .sort((a, b) => Number(b.stale) - Number(a.stale) || Number(b.was !== null) - Number(a.was !== null)),
  );
  protected readonly agreeing = computed(
    () => (this.facts.sheet()?.settings ?? []).filter(({ has, entered }) => has && entered?.agrees).length,
  );
  protected readonly headline = computed(() => {
    const stale = this.due().filter((row) => row.stale).length;
    const differs = this.due().filter((row) => row.was !== null && !row.stale).length;
    const entries = this.facts.plan()?.entries.length ?? 0;
    if (entries === 0) return 'Nothing has been noted of what stands in the meter.';
    if (stale > 0)
      return `${stale} ${stale === 1 ? 'setting' : 'settings'} in the meter ${stale === 1 ? 'is' : 'are'} out of date: something that ${stale === 1 ? 'it' : 'they'} rested on has changed.`;
    if (differs > 0)
      return `${differs} ${differs === 1 ? 'setting' : 'settings'} in the meter ${differs === 1 ? 'differs' : 'differ'} from the sheet.`;
    const open = this.due().length;
    return open > 0
      ? `What was keyed in agrees; ${open} ${open === 1 ? 'setting is' : 'settings are'} not noted yet.`
      : 'The meter is set as derived.';
  });
  /** The latest first. */
  protected readonly history = computed(() => {
    const plan = this.facts.plan();
    if (!plan) return [];
    return [...plan.entries]
      .sort((a, b) => b.atMs - a.atMs)
      .map((entry) => ({
        entry,
        when: momentLabel(entry.atMs, this.facts.timeZone()),
        profile:
          plan.profiles.length > 1
            ? (plan.profiles.find(({ id }) => id === entry.profileId)?.name ?? 'a profile that is gone')
            : '',
        values: entry.values.map(({ id, value }) => ({
          name: SETTING_WORDS[id].name,
          text: this.text(fieldOf(plan.meter, id) ?? this.facts.settingOf(id)!.field, value),
        })),
      }));
  });

  protected changeEntry(id: string, changes: Partial<KeyedEntry>): void {
    const entries = this.facts.plan()?.entries.map((entry) => (entry.id === id ? { ...entry, ...changes } : entry));
    if (entries) this.facts.change({ entries }, `entry ${id} ${Object.keys(changes).join(',')}`);
  }

  protected async addPhoto(id: string, file: File): Promise<void> {
    this.failure.set(null);
    try {
      this.changeEntry(id, { photo: await reducedPhoto(file) });
    } catch (error) {
      this.failure.set(photoFailure(error));
    }
  }

  /** All that is due, keyed in as the list says. */
  protected keyAll(): void {
    this.facts.keyAsDerived(...this.due().map(({ id }) => id));
  }

  protected print(): void {
    window.print();
  }

  private text(field: Parameters<typeof storedText>[0], stored: number): string {
    return storedText(field, stored, this.facts.sheet()?.settings[0]?.figure.value ?? 1);
  }
}
