import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { liveQuery } from 'dexie';
import { chargeState, usualNight } from '@core/logbook/charge';
import type { FullMark } from '@core/logbook/full-marks';
import type { CountedBank } from '@core/logbook/beyond-bank';
import { judgeKeepUp } from '@core/logbook/keep-up';
import { buildLedger, type LedgerRow } from '@core/logbook/ledger';
import { ledgerWindow } from '@core/logbook/window';
import { LEAST_GAP_MS } from '@core/logbook/day-integrator';
import { sameItems } from '@core/plan/kept-by';
import { errorText } from '@core/text/error-text';
import type { DaySumsRow } from '../storage/database';
import { Storage } from '../storage/storage';
import type { MarkRule } from '../workers/find-marks';
import { LogWorkerClient } from '../workers/log-worker-client';
import { Beside } from './beside';
import { rigFeature } from './rig-feature';

/** The book of the open rig: day sums out of the database, full marks from the worker, ledger and verdict from the core. */
@Injectable({ providedIn: 'root' })
export class Book {
  private readonly store = inject(Store);
  private readonly storage = inject(Storage);
  private readonly worker = inject(LogWorkerClient);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  /** What is set in the meter is no matter of one keystroke. */
  private readonly derived = inject(Beside).derived;
  /** Null until they are read out of the database. */
  private readonly days = signal<DaySumsRow[] | null>(null);
  /** Null until the worker has looked for them once. */
  private readonly marks = signal<FullMark[] | null>(null);
  /** There are logs, but what they say is not known yet. */
  readonly reading = computed(
    () => this.logIds().length > 0 && this.problem() === null && (this.days() === null || this.marks() === null),
  );
  /** Why the book cannot be read; then it says nothing of the logs. */
  readonly problem = computed(() => this.daysProblem() ?? this.marksProblem());
  private readonly daysProblem = signal<string | null>(null);
  private readonly marksProblem = signal<string | null>(null);
  private readonly attempt = signal(0);

  private readonly logIds = computed(() => this.rig()?.logbook.logs.map((log) => log.id) ?? [], { equal: sameItems });
  private readonly rule = computed<MarkRule | null>(
    () => {
      const rig = this.rig();
      if (!rig) return null;
      const { fullSchool: school, readings, logs } = rig.logbook;
      const gapMs = Math.max(LEAST_GAP_MS, ...logs.map((log) => log.gapLimitMs));
      const monitor = this.derived()?.monitor;
      if (school === 'hand' || !monitor) {
        const atMs = readings.filter((reading) => reading.full).map((reading) => reading.atMs);
        return { atMs, timeZone: rig.place.timeZone, gapMs };
      }
      const value = (id: string) => monitor.settings.find((setting) => setting.id === id)!.figure.value;
      return {
        fullV: value('full-voltage'),
        tailA: school === 'three' ? monitor.tailA : null,
        holdMs: value('hold-time') * 60_000,
        gapMs,
        timeZone: rig.place.timeZone,
      };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly efficiency = computed(() => this.derived()?.coulombicFraction ?? null, {
    equal: (a, b) => a?.value === b?.value && a?.origin === b?.origin,
  });

  readonly ledger = computed<LedgerRow[]>(() => {
    const [days, marks] = [this.days(), this.marks()];
    if (days === null || marks === null) return [];
    const byLog = new Map<string, DaySumsRow[]>();
    for (const day of days) byLog.set(day.logId, [...(byLog.get(day.logId) ?? []), day]);
    return buildLedger([...byLog.values()], marks, this.efficiency()?.value ?? 1);
  });

  private readonly windowDays = computed(() => this.rig()?.logbook.windowDays ?? null);
  private readonly fullWithinDays = computed(() => this.rig()?.logbook.fullWithinDays ?? 7);
  /** The rows of the days that the verdict looks at. */
  readonly window = computed(() => ledgerWindow(this.ledger(), this.windowDays()));
  private readonly usableAh = computed(() => this.derived()?.bank?.usableAh ?? null, {
    equal: (a, b) => a?.value === b?.value,
  });

  private readonly bank = computed<CountedBank | null>(
    () => {
      const sized = this.derived()?.bank;
      return sized ? { capacityAh: sized.capacityAh, family: sized.chemistry.family } : null;
    },
    { equal: (a, b) => a?.capacityAh.value === b?.capacityAh.value && a?.family === b?.family },
  );

  readonly verdict = computed(() => {
    const efficiency = this.efficiency();
    const usableAh = this.usableAh();
    if (!efficiency || this.ledger().length === 0) return null;
    return judgeKeepUp(this.ledger(), {
      windowDays: this.windowDays(),
      fullWithinDays: this.fullWithinDays(),
      coulombicFraction: efficiency,
      usableAh,
      bank: this.bank(),
    });
  });

  /** In the bank at the end of the book. */
  readonly charge = computed(() => {
    const capacityAh = this.derived()?.bank?.capacityAh;
    return capacityAh ? chargeState(this.ledger(), this.windowDays(), capacityAh) : null;
  });
  readonly night = computed(() => usualNight(this.ledger(), this.windowDays()));

  /** Reads the logs again, after a failure. */
  readAgain(): void {
    this.daysProblem.set(null);
    this.marksProblem.set(null);
    this.attempt.update((count) => count + 1);
  }

  constructor() {
    effect((onCleanup) => {
      const ids = this.logIds();
      this.attempt();
      this.days.set(null);
      this.daysProblem.set(null);
      if (ids.length === 0) return;
      const query = liveQuery(() => this.storage.db.logDays.where('logId').anyOf(ids).toArray()).subscribe({
        next: (rows) => this.days.set(rows),
        error: (error: unknown) => this.daysProblem.set(errorText(error)),
      });
      onCleanup(() => query.unsubscribe());
    });
    effect((onCleanup) => {
      const ids = this.logIds();
      const rule = this.rule();
      let current = true;
      onCleanup(() => (current = false));
      if (ids.length === 0 || !rule) {
        this.marks.set(null);
        return;
      }
      this.attempt();
      this.worker
        .call((api) => api.fullMarks([...ids], rule))
        .then(
          (marks) => {
            if (!current) return;
            this.marks.set(marks);
            this.marksProblem.set(null);
          },
          (error: unknown) => {
            if (!current) return;
            // No marks are not the same as none: without them there is no verdict.
            this.marks.set(null);
            this.marksProblem.set(errorText(error));
          },
        );
    });
  }
}
