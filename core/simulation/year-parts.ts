import type { Rig } from '../rig/rig';

/** What of a rig its year follows from. */
export type YearParts = Pick<Rig, 'audit' | 'loads' | 'inverters' | 'bank' | 'chemistryEdits' | 'charging' | 'place'>;
