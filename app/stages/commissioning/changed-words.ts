import type { Standing } from '@core/commissioning/standing';

/** What is not as it was when a step was answered: "W07 section: 16 mm² → 25 mm²; W08 ends: moved". */
export const changedText = ({ moved }: Pick<Standing, 'moved'>): string =>
  moved
    .map(({ what, before, after }) => {
      const name = /^[a-z ]+$|^W\d/.test(what) ? what : 'a part';
      if (before === null || after === null) return `${name} ${before === null ? 'came' : 'went'}`;
      // The plan’s own names of posts are no words.
      return what.endsWith(' ends') ? `${name}: moved` : `${name}: ${plain(before)} → ${plain(after)}`;
    })
    .join('; ');

const plain = (text: string) => text.replace('from ', '') || 'not known';
