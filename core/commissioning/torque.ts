import type { Stud } from '../wiring/part';

/**
 * Nm for a nut on a stud of brass or tinned copper where the sheet of the device says nothing: a placeholder, which its sheet replaces.
 * A steel bolt bears more, a brass stud in plastic less.
 * @source usual figures of makers’ sheets of shunts, bars and batteries
 */
const BY_STUD: Record<Stud, number> = {
  M5: 3,
  M6: 6,
  M8: 10,
  M10: 18,
  M12: 30,
  '1/4"': 6,
  '5/16"': 10,
  '3/8"': 17,
};
/** Where not even the stud is known: no more than the least that is usual for a lug of a bank. */
const NO_STUD = 6;

export const torqueByStud = (stud: Stud | null): number => (stud === null ? NO_STUD : BY_STUD[stud]);
