import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { GENERIC_BATTERIES } from '@core/bank/generic-batteries.data';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import type { AuditLine } from '@core/audit/audit-line';
import { chemistryOf } from '@core/cells/chemistry-of';
import type { Bank } from '@core/bank/plan';
import type { Battery } from '@core/cells/battery';
import { inverterPath, loadWayM } from '@core/wiring/inverter-path';
import type { WiringPlan } from '@core/wiring/plan';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';

/** What the leaves of the bank share. */
@Injectable({ providedIn: 'root' })
export class BankFacts {
  private readonly store = inject(Store);
  readonly rig = this.store.selectSignal(rigFeature.selectRig);
  readonly derived = this.store.selectSignal(selectDerived);
  readonly bank = computed(() => this.rig()?.bank ?? null);
  readonly sized = computed(() => this.derived()?.bank ?? null);
  readonly edits = computed(() => this.rig()?.chemistryEdits ?? {});
  readonly chemistry = computed(() => {
    const bank = this.bank();
    return bank ? chemistryOf(bank.battery, this.edits()) : CHEMISTRIES.lfp;
  });
  /** What lies between the bank and an inverter; of the first where none is named. */
  inverterPath(inverterId: string | null = null) {
    const rig = this.rig();
    return rig && inverterPath(rig.wiring, this.derived()?.circuit ?? null, inverterId);
  }
  /** m to a load, one way: over its inverter, or over its circuit; as long as none is laid out, the one run that is known. */
  wayToM({ id, inverterId }: Pick<AuditLine, 'id' | 'inverterId'>): number | null {
    const ownM = inverterId === null ? loadWayM(this.derived()?.circuit ?? null, id) : null;
    return ownM ?? this.inverterPath(inverterId)?.lengthM ?? null;
  }
  /** The user's own models first. */
  readonly shelf = computed<readonly Battery[]>(() => [...(this.rig()?.shelf ?? []), ...GENERIC_BATTERIES]);

  /** @param field  what of it was edited, for undo */
  change(changes: Partial<Bank>, field = Object.keys(changes).join(',')): void {
    const bank = this.bank();
    if (!bank) return;
    this.store.dispatch(Edit.set({ bank: { ...bank, ...changes } }, field && `bank ${field}`));
  }

  /** The one run to the inverter, until a circuit is laid out. */
  changeRun(changes: Partial<WiringPlan['inverterRun']>): void {
    const rig = this.rig();
    if (!rig) return;
    const inverterRun = { ...rig.wiring.inverterRun, ...changes, lengthBy: 'measured' as const };
    this.store.dispatch(Edit.merge('wiring', { inverterRun }, `run ${Object.keys(changes).join(',')}`));
  }

  set(bank: Bank | null): void {
    this.store.dispatch(Edit.set({ bank }));
  }
}
