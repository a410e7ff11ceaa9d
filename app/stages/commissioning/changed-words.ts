import type { Standing } from '@core/commissioning/standing';

/** What is not as it was when a step was answered: "W07 section: 16 mm² → 25 mm²; W08 was moved". */
export const changedText = ({ moved }: Pick<Standing, 'moved'>): string => moved.map(oneText).join('; ');

function oneText({ what, before, after }: Standing['moved'][number]): string {
  const isEnds = what.endsWith(' ends');
  const known = /^[a-z ]+$|^W\d/.test(what) ? what : 'a part';
  const name = isEnds ? known.replace(/ ends$/, '') : known;
  if (before === null) return `${name} is part of it now`;
  if (after === null) return `${name} is part of it no longer`;
  // The plan’s own names of posts are no words.
  return isEnds ? `${name} was moved` : `${name}: ${plain(before)} → ${plain(after)}`;
}

const plain = (text: string) => text.replace('from ', '') || 'not known';
