import { drawsFrom } from '../core/statistics/random-bits';
import type { LedgerRow } from '../core/logbook/ledger';
import { shiftDay } from '../core/series/local-day';

/** How the days of a made log hang together, and by how much charging truly covers consumption. */
export interface MadeDays {
  days: number;
  /** Correlation of a day's charging weather with the day before, 0 … 1. */
  persistence: number;
  charging: 'daily' | 'weekend';
  /** True mean in against true mean out. */
  ratio: number;
  seed: number;
  /** Spread of a day's charging, and of a day's use, against their means. */
  chargeSpread?: number;
  useSpread?: number;
}

const USE_AH = 40;
/** Saturday and Sunday bring ten times a weekday, the week the same in all. */
const WEEKEND_SHARE = 2.8;
const WEEKDAY_SHARE = 0.28;

/** Days of a book whose truth is known, for trying a verdict on. Seeded; begins on any day of the week. */
export function madeDays({
  days,
  persistence,
  charging,
  ratio,
  seed,
  chargeSpread = 0.4,
  useSpread = 0.2,
}: MadeDays): LedgerRow[] {
  const random = drawsFrom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const spread = (sigma: number, z: number) => {
    const s = Math.sqrt(Math.log1p(sigma * sigma));
    return Math.exp(s * z - (s * s) / 2);
  };
  const first = shiftDay('2026-01-05', Math.floor(random() * 7));
  let weather = normal();
  return Array.from({ length: days }, (_, k) => {
    if (k > 0) weather = persistence * weather + Math.sqrt(1 - persistence * persistence) * normal();
    const key = shiftDay(first, k);
    const startMs = Date.parse(`${key}T00:00:00Z`);
    const weekend = [0, 6].includes(new Date(startMs).getUTCDay());
    const share = charging === 'daily' ? 1 : weekend ? WEEKEND_SHARE : WEEKDAY_SHARE;
    const inAh = USE_AH * ratio * share * spread(chargeSpread, weather);
    return rowOf(key, inAh, USE_AH * spread(useSpread, normal()));
  });
}

/** A day of the book with nothing missing. */
export function rowOf(key: string, inAh: number, outAh: number, fullAtMs: number | null = null): LedgerRow {
  const startMs = Date.parse(`${key}T00:00:00Z`);
  return {
    key,
    startMs,
    endMs: startMs + 86_400_000,
    outAh,
    inAh,
    netAh: inAh - outAh,
    outWh: 0,
    inWh: 0,
    nightAh: null,
    hasVoltage: false,
    minV: 0,
    maxV: 0,
    minVAtMs: startMs,
    hoursMissing: 0,
    fullAtMs,
    carriedAh: 0,
    carriedFromFull: false,
    unloggedH: 0,
  };
}
