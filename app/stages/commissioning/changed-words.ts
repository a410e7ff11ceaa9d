import { sectionText } from '@core/conductors/section-text';
import { BESIDE } from '@core/commissioning/section-rest';
import type { Standing } from '@core/commissioning/standing';

/** What is not as it was when a step was answered: "W07 section: 16 mm² → 25 mm²; W08 was moved". */
export function changedText({ step, moved }: Pick<Standing, 'step' | 'moved'>): string {
  const names = new Map(step.checks.map(({ id, name }) => [id, name]));
  return moved.map((one) => oneText(one, names)).join('; ');
}

function oneText({ what, before, after }: Standing['moved'][number], names: ReadonlyMap<string, string>): string {
  const isEnds = what.endsWith(' ends');
  const known = names.get(what) || (/^[a-z ]+$|^W\d/.test(what) ? what : 'a part');
  const name = isEnds ? known.replace(/ ends$/, '') : known;
  if (what.endsWith(BESIDE)) return `${name}: ${before ?? 1} → ${after ?? 1}`;
  if (before === null) return `${name} is part of it now`;
  if (after === null) return `${name} is part of it no longer`;
  // The plan’s own names of posts are no words.
  return isEnds ? `${name} was moved` : `${name}: ${plain(before)} → ${plain(after)}`;
}

/** A section by its gauge, where it has one. */
const plain = (text: string) =>
  text.replace('from ', '').replace(/^([\d.]+) mm²$/, (_, areaMm2: string) => sectionText(Number(areaMm2))) ||
  'not known';
