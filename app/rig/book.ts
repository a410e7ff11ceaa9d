import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { liveQuery } from 'dexie';
import type { Figure } from '@core/formula/figure';
import type { FullMark, FullRule } from '@core/logbook/full-marks';
import { judgeKeepUp } from '@core/logbook/keep-up';
import { chargeNow } from '@core/logbook/keep-up-formulas';
import { buildLedger, type LedgerRow } from '@core/logbook/ledger';
import { marksByHand } from '@core/logbook/marks-by-hand';
import { LEAST_GAP_MS } from '@core/series/day-integrator';
import type { DaySumsRow } from '../storage/database';
import { Storage } from '../storage/storage';
import { LogWorkerClient } from '../workers/log-worker-client';
import { rigFeature } from './rig-feature';
import { selectDerived } from './rig-selectors';

/** The book of the open rig: day sums out of the database, full marks from the worker, ledger and verdict from the core. */
@Injectable({ providedIn: 'root' })
export class Book {
  private readonly store = inject(Store);
  private readonly storage = inject(Storage);
  private readonly worker = inject(LogWorkerClient);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  private readonly days = signal<DaySumsRow[]>([]);
  private readonly foundMarks = signal<FullMark[]>([]);
  /** Days are being read, or full marks looked for. */
  readonly busy = signal(false);

  private readonly logIds = computed(() => this.rig()?.logbook.logs.map((log) => log.id) ?? [], { equal: sameList });
  private readonly rule = computed<FullRule | null>(
    () => {
      const monitor = this.derived()?.monitor;
      const school = this.rig()?.logbook.fullSchool;
      if (!monitor || !school || school === 'hand') return null;
      const value = (id: string) => monitor.settings.find((setting) => setting.id === id)!.figure.value;
      const gapMs = Math.max(LEAST_GAP_MS, ...(this.rig()?.logbook.logs.map((log) => log.gapLimitMs) ?? []));
      return { school, fullV: value('full-voltage'), tailA: monitor.tailA, holdMs: value('hold-time') * 60_000, gapMs };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );

  readonly marks = computed(() =>
    this.rule()
      ? this.foundMarks()
      : marksByHand(this.rig()?.logbook.readings ?? [], this.rig()?.place.timeZone ?? 'UTC'),
  );
  private readonly efficiency = computed(() => this.derived()?.coulombicFraction ?? null, {
    equal: (a, b) => a?.value === b?.value && a?.origin === b?.origin,
  });

  readonly ledger = computed<LedgerRow[]>(() => {
    const byLog = new Map<string, DaySumsRow[]>();
    for (const day of this.days()) byLog.set(day.logId, [...(byLog.get(day.logId) ?? []), day]);
    return buildLedger([...byLog.values()], this.marks(), this.efficiency()?.value ?? 1);
  });

  readonly verdict = computed(() => {
    const efficiency = this.efficiency();
    const bank = this.derived()?.bank;
    if (!efficiency || this.ledger().length === 0) return null;
    return judgeKeepUp(
      this.ledger(),
      this.rig()?.logbook.windowDays ?? null,
      efficiency,
      bank ? { usableAh: bank.usableAh } : null,
    );
  });

  readonly chargeNow = computed<Figure | null>(() => {
    const last = this.ledger().at(-1);
    const bank = this.derived()?.bank;
    if (!last?.carriedFromFull || !bank) return null;
    return chargeNow.figure({
      capacityAh: bank.capacityAh,
      carriedAh: { value: last.carriedAh, origin: 'measured', note: `end of ${last.key}` },
    });
  });

  constructor() {
    effect((onCleanup) => {
      const ids = this.logIds();
      if (ids.length === 0) {
        this.days.set([]);
        return;
      }
      const query = liveQuery(() => this.storage.db.logDays.where('logId').anyOf(ids).toArray()).subscribe({
        next: (rows) => this.days.set(rows),
        error: () => this.days.set([]),
      });
      onCleanup(() => query.unsubscribe());
    });
    effect((onCleanup) => {
      const ids = this.logIds();
      const rule = this.rule();
      let current = true;
      onCleanup(() => (current = false));
      if (ids.length === 0 || !rule) {
        this.foundMarks.set([]);
        return;
      }
      this.busy.set(true);
      this.worker.api
        .fullMarks([...ids], rule)
        .then((marks) => {
          if (current) this.foundMarks.set(marks);
        })
        .catch(() => undefined)
        .finally(() => {
          if (current) this.busy.set(false);
        });
    });
  }
}

const sameList = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((id, k) => id === b[k]);
