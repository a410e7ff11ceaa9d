import type { Load } from './load';

/** Loads with a group called otherwise; a name that is taken joins the two. */
export const renamedGroup = (loads: readonly Load[], from: string, to: string): Load[] =>
  loads.map((load) => (load.group === from ? { ...load, group: to } : load));
