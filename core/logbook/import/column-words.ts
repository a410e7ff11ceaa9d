/** What the name of a column says it holds. */
export interface ColumnWords {
  kind: 'voltage' | 'current' | 'other' | 'unknown';
  /** As the name states it. */
  unit: 'V' | 'mV' | 'A' | 'mA' | null;
  /** Into the bank or out of it alone. */
  way: 'in' | 'out' | null;
  /** How much the name speaks for the bank itself: above 0 it does, below 0 for something beside it, or for an extreme. */
  ofBank: number;
}

const UNITS: Record<string, ColumnWords['unit']> = {
  v: 'V',
  vdc: 'V',
  volt: 'V',
  volts: 'V',
  mv: 'mV',
  millivolt: 'mV',
  millivolts: 'mV',
  a: 'A',
  adc: 'A',
  amp: 'A',
  amps: 'A',
  ampere: 'A',
  amperes: 'A',
  ma: 'mA',
  milliamp: 'mA',
  milliamps: 'mA',
  milliampere: 'mA',
  milliamperes: 'mA',
};
/** Words without their accents, as people label columns in English, German, Dutch, the Nordic and the Romance languages. */
const VOLTAGE =
  /^(voltages?|\w*(spannung|spanning|spenning|spaending)|tension|tensione|tensao|voltaje|\w*jannite|u|[uv]bat\w*)$/;
const CURRENT = /^(currents?|\w*(strom|stroom)|courant|corrente|corriente|\w*virta|i|ibat\w*)$/;
const OTHER =
  /^(m?ah|k?wh|amphours?|watts?|w|kw|power|leistung|puissance|temp\w*|soc|soh|state|status|percent|cycles?|deepest|count|counter|number|hours?|minutes?|days?|time|remaining|energy|capacity|consumed|history|alarm|relay|mode|level|age|on|off|flag|yield|full|errors?|index|id|nr|no)$/;
const IN = /^(in|into|charge|charging|charged|laden|ladung|ladestrom|laadstroom|carga|carica|input)$/;
const OUT =
  /^(out|discharge|discharging|discharged|entladen|entladung|entladestrom|ontladen|ontlaadstroom|decharge|descarga|scarica|load|loads|consumption|output)$/;
const OF_BANK = /^(batter\w*|batt?|akku|accu|bateria|bank|house|shunt|main|net|total)$/;
const BESIDE =
  /^(solar|pv|panels?|loads?|chargers?|alternator|starter|engine|inverter|ac|grid|shore|mains|max\w*|min|minimum|peak|limit|set|setpoint|target|aux\w*)$/;

/** Reads the name of a column word by word: a unit counts only as a word of its own, never as letters within another. */
export function columnWords(name: string): ColumnWords {
  const words = wordsOf(name);
  const units = words.flatMap((word) => UNITS[word] ?? []);
  const unit = units.at(-1) ?? null;
  const has = (pattern: RegExp) => words.some((word) => pattern.test(word));
  const isPercent = name.includes('%');
  const kind = ((): ColumnWords['kind'] => {
    if (isPercent || (has(OTHER) && unit === null)) return 'other';
    if (/[mk]?[aw]h\b/i.test(name)) return 'other';
    if (unit === 'V' || unit === 'mV' || (unit === null && has(VOLTAGE))) return 'voltage';
    if (unit !== null || has(CURRENT)) return 'current';
    return 'unknown';
  })();
  const way = has(OUT) ? 'out' : has(IN) ? 'in' : null;
  // "Charge" alone is a current; "charge cycles" is none, and was told from it above.
  const bareWay = way !== null && words.every((word) => IN.test(word) || OUT.test(word) || OF_BANK.test(word));
  return {
    kind: kind === 'unknown' && bareWay ? 'current' : kind,
    unit,
    way: kind === 'current' || bareWay ? way : null,
    ofBank: words.filter((word) => OF_BANK.test(word)).length - 2 * words.filter((word) => BESIDE.test(word)).length,
  };
}

/** Lower-case words of a name without accents, parted by anything but letters, and where a capital follows small letters. */
function wordsOf(name: string): string[] {
  return name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[øØ]/g, 'o')
    .replace(/[æÆ]/g, 'ae')
    .replace(/(\p{Ll}{2})(\p{Lu})/gu, '$1 $2')
    .split(/[^\p{L}]+/u)
    .filter((word) => word !== '')
    .map((word) => word.toLowerCase());
}
