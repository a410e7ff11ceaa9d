import type { Load } from './load';

/**
 * Loads with a group called otherwise; a name that is taken joins the two.
 * @example renamedGroup([{ id: 'a', group: 'x' }], 'x', 'y')[0].group // "y"
 */
export const renamedGroup = (loads: readonly Load[], from: string, to: string): Load[] =>
  loads.map((load) => (load.group === from ? { ...load, group: to } : load));
