import type { RecordLonger } from '@core/audit/recording';
import type { KnownBy, Load, PatternId } from '@core/audit/load';
import type { Option } from '../../ui/choice';

export const KNOWN_WORDS: Record<KnownBy, string> = {
  logged: 'logged',
  timed: 'timed',
  clamp: 'clamp',
  wattmeter: 'wattmeter',
  nameplate: 'nameplate',
};
export const KNOWN_REASONS: Record<KnownBy, string> = {
  logged: 'Off a meter’s log over some days: the surest.',
  timed: 'Power in each state, and the time spent in each: stopwatch, table of times, or a sound recording.',
  clamp: 'A clamp meter on the DC side, volts × amps, once.',
  wattmeter: 'A plug-in wattmeter on the AC side, once.',
  nameplate: 'A nameplate states a maximum, not an average: give the share of the time honestly.',
};
export const KNOWN_OPTIONS: readonly Option[] = (Object.keys(KNOWN_WORDS) as KnownBy[]).map((id) => ({
  id,
  name: KNOWN_WORDS[id],
}));

export const PATTERN_WORDS: Record<PatternId, string> = {
  'all-day': 'all day',
  day: 'by day, 9 to 17',
  evening: 'evening, 17 to 23',
  night: 'night, 22 to 6',
  meals: 'at meals',
};
export const PATTERN_OPTIONS: readonly Option[] = [
  ...(Object.keys(PATTERN_WORDS) as PatternId[]).map((id) => ({ id, name: PATTERN_WORDS[id] })),
  { id: 'hours', name: 'hours of its own' },
];

export const USE_WORDS: Record<Load['use']['by'], string> = {
  hours: 'h a day',
  share: '% of the time',
  always: 'always on',
  timed: 'as recorded',
  logged: 'as logged',
};
export const USE_OPTIONS: readonly Option[] = (Object.keys(USE_WORDS) as Load['use']['by'][]).map((id) => ({
  id,
  name: USE_WORDS[id],
}));

export const CLIMATE_OPTIONS: readonly Option[] = [
  { id: 'none', name: 'whatever the season' },
  { id: 'months', name: 'in some months' },
  { id: 'below', name: 'only when colder than' },
  { id: 'above', name: 'only when warmer than' },
  { id: 'compressor', name: 'cools against the air' },
];

export const RECORD_LONGER_WORDS: Record<RecordLonger, string> = {
  'too-few-cycles': 'fewer than three whole cycles were seen',
  'too-short': 'it is shorter than two hours',
};

export const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
export const MONTH_OPTIONS: readonly Option[] = MONTHS.map((name, k) => ({ id: String(k + 1), name }));
