import { amps, type WordsOf } from './words';

/** Of parts and their studs. */
export const PART_WORDS: WordsOf<'rating' | 'lugs' | 'stud'> = {
  rating: (fault, { name }) => ({
    says: `${name} is rated for less than it carries`,
    why: `${amps(fault.designA)} at once; it is rated for ${amps(fault.ratingA)}.`,
    remedy: 'A larger one, or fewer consumers on it.',
  }),
  lugs: (fault, { name }) => ({
    says: `${name}: ${fault.count} lugs on one post`,
    why: `It takes ${fault.most}. Each more lies higher on the stud, and less firmly.`,
    remedy: 'A bus bar.',
  }),
  stud: (fault, { name, id, facts }) => ({
    says: `${name}: a lug for ${fault.lug} on a stud of ${fault.stud}`,
    why: `At ${fault.onPart}. ${fault.lug} does not go over it, or does not lie on it.`,
    remedy: `A lug for ${fault.stud}; or a bar between, which adds a joint of about 0.1 mΩ.`,
    apply: {
      says: `Take a lug for ${fault.stud}`,
      run: () => facts.changeRun(id, fault.end === 'from' ? { fromLug: null } : { toLug: null }),
    },
  }),
};
