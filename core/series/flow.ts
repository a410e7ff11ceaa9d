/** What passed the shunt in a stretch of time: both directions positive and apart. */
export interface Flow {
  inAh: number;
  outAh: number;
  inWh: number;
  outWh: number;
  /** Time between samples that were near enough to be integrated, ms. */
  coveredMs: number;
}

export const noFlow = (): Flow => ({ inAh: 0, outAh: 0, inWh: 0, outWh: 0, coveredMs: 0 });

/** Adds `more` onto `flow`. */
export function addFlow(flow: Flow, more: Flow): Flow {
  flow.inAh += more.inAh;
  flow.outAh += more.outAh;
  flow.inWh += more.inWh;
  flow.outWh += more.outWh;
  flow.coveredMs += more.coveredMs;
  return flow;
}
