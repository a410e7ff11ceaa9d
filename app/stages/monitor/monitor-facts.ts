import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { deriveSettings, type Setting } from '@core/monitor/derive-settings';
import { withKeyed } from '@core/monitor/entries';
import type { Meter, MonitorPlan, Profile } from '@core/monitor/plan';
import { profileOf } from '@core/monitor/profile-of';
import type { SettingId } from '@core/monitor/setting-id';
import { stampOf } from '@core/plan/stamped';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { nowMs } from '../../ui/now';

/** What the pages of the monitor share: its part of the plan, what follows from the rig, and how both are edited. */
@Injectable({ providedIn: 'root' })
export class MonitorFacts {
  private readonly store = inject(Store);
  readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  /** Null without a bank. */
  readonly sheet = computed(() => this.derived()?.monitor ?? null);
  readonly monitorRig = computed(() => this.derived()?.monitorRig ?? null);
  readonly plan = computed(() => this.rig()?.monitor ?? null);
  readonly profile = computed<Profile | null>(() => {
    const plan = this.plan();
    return plan && profileOf(plan);
  });
  readonly timeZone = computed(() => this.rig()?.place.timeZone ?? 'UTC');
  readonly dayAh = computed(() => this.derived()?.audit.dayAh ?? null);
  /** Each profile with its settings. */
  readonly profiles = computed(() => {
    const rig = this.monitorRig();
    return rig ? rig.plan.profiles.map((profile) => ({ profile, sheet: deriveSettings(rig, profile) })) : [];
  });
  readonly stale = computed(() => (this.sheet()?.settings ?? []).filter(({ entered }) => entered?.stale));

  settingOf(id: SettingId): Setting | null {
    return this.sheet()?.settings.find((one) => one.id === id) ?? null;
  }

  change(changes: Partial<MonitorPlan>, step?: string): void {
    this.store.dispatch(step === undefined ? Edit.merge('monitor', changes) : Edit.merge('monitor', changes, step));
  }

  changeMeter(changes: Partial<Meter>): void {
    const meter = this.plan()?.meter;
    if (meter) this.change({ meter: { ...meter, ...changes } }, `meter ${Object.keys(changes).join(',')}`);
  }

  changeProfile(id: string, changes: Partial<Profile>): void {
    const profiles = this.plan()?.profiles.map((one) => (one.id === id ? { ...one, ...changes } : one));
    if (profiles) this.change({ profiles }, `profile ${id} ${Object.keys(changes).join(',')}`);
  }

  /** What was keyed into the meter, in the stored unit, with what its derivation rests on now; null takes it back. */
  key(id: SettingId, value: number | null): void {
    this.keyMany([{ id, value }], `keyed ${id}`);
  }

  /** As the menu of the meter would take them today. */
  keyAsDerived(...ids: SettingId[]): void {
    this.keyMany(
      ids.map((id) => ({ id, value: this.settingOf(id)?.menu.stored ?? null })),
      `keyed ${ids.join()}`,
    );
  }

  /** Several settings at one sitting, in one step. */
  keyMany(typed: readonly { id: SettingId; value: number | null }[], step: string): void {
    const [plan, profile] = [this.plan(), this.profile()];
    if (!plan || !profile) return;
    const atMs = nowMs();
    const by = plan.entries.findLast((entry) => entry.profileId === profile.id)?.by ?? '';
    const sitting = { profileId: profile.id, atMs, by, newId: crypto.randomUUID() };
    const entries = typed.reduce((before, { id, value }) => {
      const setting = this.settingOf(id);
      if (!setting) return before;
      const keyed = value === null ? null : { value, rests: stampOf(setting.figure, atMs, value).rests };
      return withKeyed(before, sitting, id, keyed);
    }, plan.entries);
    if (entries !== plan.entries) this.change({ entries }, step);
  }
}
