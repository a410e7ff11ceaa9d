import type { Unit } from '../quantity/unit';

/** What a written unit makes of a number: value × factor + offset in the stored unit. */
export interface UnitScale {
  factor: number;
  offset?: number;
}

const PREFIX: Record<string, number> = { u: 1e-6, µ: 1e-6, μ: 1e-6, m: 1e-3, '': 1, k: 1e3, K: 1e3, M: 1e6 };

/** Symbols that take a prefix, by the kind of quantity and how the stored unit relates to them. */
const PREFIXED: Partial<Record<Unit, { symbol: RegExp; factor: number; mega: boolean }>> = {
  V: { symbol: /^(v|vdc|volts?)$/i, factor: 1, mega: false },
  A: { symbol: /^(a|adc|amps?|amperes?|ampère)$/i, factor: 1, mega: false },
  W: { symbol: /^(w|watts?)$/i, factor: 1, mega: true },
  Wh: { symbol: /^(wh|watthours?|watt-hours?)$/i, factor: 1, mega: true },
  KWh: { symbol: /^(wh|watthours?|watt-hours?)$/i, factor: 1e-3, mega: true },
  Ah: { symbol: /^(ah|amphours?|amp-hours?)$/i, factor: 1, mega: false },
  Ohm: { symbol: /^(Ω|\u2126|ohms?)$/i, factor: 1, mega: true },
};

/** All other units, by kind; names without regard to case. */
const PLAIN: Partial<Record<Unit, Record<string, UnitScale>>> = {
  H: {
    h: s(1),
    hr: s(1),
    hrs: s(1),
    hour: s(1),
    hours: s(1),
    min: s(1 / 60),
    mins: s(1 / 60),
    minutes: s(1 / 60),
    s: s(1 / 3600),
    sec: s(1 / 3600),
    d: s(24),
    day: s(24),
    days: s(24),
  },
  Clock: { h: s(1), hr: s(1), "o'clock": s(1) },
  S: { s: s(1), sec: s(1), secs: s(1), seconds: s(1), min: s(60), mins: s(60), minutes: s(60) },
  Minute: {
    min: s(1),
    mins: s(1),
    minute: s(1),
    minutes: s(1),
    h: s(60),
    hr: s(60),
    hour: s(60),
    hours: s(60),
    s: s(1 / 60),
    sec: s(1 / 60),
  },
  Day: { d: s(1), day: s(1), days: s(1), h: s(1 / 24), hours: s(1 / 24), week: s(7), weeks: s(7) },
  M: {
    m: s(1),
    metre: s(1),
    metres: s(1),
    meter: s(1),
    meters: s(1),
    cm: s(0.01),
    mm: s(0.001),
    km: s(1000),
    ft: s(0.3048),
    foot: s(0.3048),
    feet: s(0.3048),
    "'": s(0.3048),
    in: s(0.0254),
    inch: s(0.0254),
    inches: s(0.0254),
    '"': s(0.0254),
  },
  Mm: { mm: s(1), cm: s(10), m: s(1000), in: s(25.4), inch: s(25.4), inches: s(25.4), '"': s(25.4) },
  Mm2: { 'mm²': s(1), mm2: s(1), 'mm^2': s(1), sqmm: s(1), qmm: s(1) },
  Kg: { kg: s(1), g: s(0.001), t: s(1000), lb: s(0.45359237), lbs: s(0.45359237), pounds: s(0.45359237) },
  Nm: { nm: s(1), 'lb ft': s(1.3558179483), 'ft lb': s(1.3558179483) },
  Litre: { l: s(1), litre: s(1), litres: s(1), liter: s(1), liters: s(1), ml: s(0.001), 'cu ft': s(28.316846592) },
  TempC: { '°c': s(1), c: s(1), '°f': { factor: 5 / 9, offset: -160 / 9 }, f: { factor: 5 / 9, offset: -160 / 9 } },
  K: { k: s(1), '°c': s(1), c: s(1), '°f': s(5 / 9), f: s(5 / 9) },
  Degree: { '°': s(1), deg: s(1), degrees: s(1) },
  Fraction: { '%': s(0.01), percent: s(0.01), 'per cent': s(0.01) },
  CRate: { c: s(1) },
  Count: { x: s(1), '×': s(1), pcs: s(1), pieces: s(1) },
  Price: { '€': s(1), $: s(1), '£': s(1), eur: s(1), usd: s(1), gbp: s(1), chf: s(1) },
  AhPerDay: { ah: s(1), 'ah/day': s(1), 'ah a day': s(1) },
};

function s(factor: number): UnitScale {
  return { factor };
}

/**
 * What a written unit means for a quantity of a kind; null where it is none of that kind. A capital M before volts or amps is
 * none either: it is written for milli as often as it stands for mega.
 * @example unitScale('kW', 'W').factor // 1000
 */
export function unitScale(written: string, unit: Unit): UnitScale | null {
  const text = written.replace(/\.$/, '').trim();
  const plain = PLAIN[unit]?.[text.toLowerCase()];
  if (plain) return plain;
  const kind = PREFIXED[unit];
  if (!kind) return null;
  if (kind.symbol.test(text)) return { factor: kind.factor };
  const long = /^(milli|kilo|micro|mega)[\s-]?(.+)$/i.exec(text);
  if (long) {
    const prefix = { milli: 'm', kilo: 'k', micro: 'u', mega: 'M' }[(long[1] ?? '').toLowerCase()] ?? '';
    return kind.symbol.test(long[2] ?? '') ? { factor: kind.factor * (PREFIX[prefix] ?? 1) } : null;
  }
  const prefix = text.charAt(0);
  const scale = PREFIX[prefix];
  if (scale === undefined || prefix === '' || !kind.symbol.test(text.slice(1))) return null;
  return prefix === 'M' && !kind.mega ? null : { factor: kind.factor * scale };
}
