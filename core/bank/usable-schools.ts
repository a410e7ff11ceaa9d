import { CHEMISTRIES } from '../cells/chemistry.data';
import type { ChemistryId } from '../cells/chemistry';

export interface UsableSchool {
  id: string;
  name: string;
  usableFraction: number;
  reason: string;
}

const LEAD: readonly UsableSchool[] = [
  {
    id: 'half',
    name: 'half',
    usableFraction: 0.5,
    reason: 'Lead: half is the usual bargain between capacity bought and cycles left.',
  },
  {
    id: 'starter',
    name: 'starter reserve',
    usableFraction: 0.6,
    reason: 'Lead: must still crank, so the voltage under load decides; about 60 % in use.',
  },
  {
    id: 'emergency',
    name: 'emergency 80 %',
    usableFraction: 0.8,
    reason: 'Lead: once in a while, and recharged at once; every such night costs cycles.',
  },
];

const LITHIUM: readonly UsableSchool[] = [
  {
    id: 'eighty',
    name: '80 %',
    usableFraction: 0.8,
    reason: 'Lithium: keeps off both knees of the curve and leaves a night in hand.',
  },
  {
    id: 'ninety',
    name: '90 %',
    usableFraction: 0.9,
    reason: 'Lithium: most sheets allow it; the last tenth comes with little warning.',
  },
  {
    id: 'cut-off',
    name: 'to the cut-off',
    usableFraction: 1,
    reason: 'Lithium: down to where the battery management switches off, and everything with it.',
  },
];

/** The schools of usable share that are taught for a chemistry, the chemistry's own default among them. */
export function usableSchools(chemistryId: ChemistryId): readonly UsableSchool[] {
  return CHEMISTRIES[chemistryId].family === 'lithium' ? LITHIUM : LEAD;
}
