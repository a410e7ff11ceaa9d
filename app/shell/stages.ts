/** The stages in working order; they are the navigation. */
export interface Stage {
  id: string;
  number: number;
  name: string;
  built: boolean;
  /** What a stage that is still to come will be for. */
  willDo: string;
}

const stage = (number: number, id: string, name: string, willDo = ''): Stage => ({
  id,
  number,
  name,
  built: willDo === '',
  willDo,
});

export const STAGES: readonly Stage[] = [
  stage(1, 'audit', 'Audit'),
  stage(2, 'bank', 'Bank'),
  stage(3, 'charging', 'Charging'),
  stage(
    4,
    'wiring',
    'Wiring',
    'Lengths, sections, fuses, and where every negative lands, with a drawing and a cut list.',
  ),
  stage(
    5,
    'commissioning',
    'Commissioning',
    'A guided run: match, torque, connect in order, and prove that each circuit reads on the shunt.',
  ),
  stage(6, 'monitor', 'Monitor'),
  stage(7, 'logbook', 'Logbook'),
  stage(
    8,
    'upkeep',
    'Upkeep',
    'Capacity tests, hydrometer rounds, full-charge reminders, and what to do with a sleeping battery.',
  ),
  stage(9, 'report', 'Report', 'A pack that another person can install from, check and insure.'),
];
