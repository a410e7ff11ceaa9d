export interface FuseFamily {
  family: string;
  /** V DC that it may break. */
  voltsMax: number;
  /** Short-circuit current that it may break, A. */
  interruptA: number;
  stepsA: readonly number[];
}

/** DC fuse families with their usual steps; the maker's sheet wins. */
export const FUSE_FAMILIES: readonly FuseFamily[] = [
  { family: 'blade', voltsMax: 32, interruptA: 1000, stepsA: [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40] },
  {
    family: 'bolt-down, small',
    voltsMax: 32,
    interruptA: 2000,
    stepsA: [30, 40, 50, 60, 70, 80, 100, 125, 150, 175, 200],
  },
  {
    family: 'terminal block (post-mounted)',
    voltsMax: 32,
    interruptA: 5000,
    stepsA: [30, 40, 50, 60, 75, 80, 90, 100, 125, 150, 175, 200, 225, 250, 300],
  },
  {
    family: 'bolt-down strip, large',
    voltsMax: 32,
    interruptA: 6000,
    stepsA: [35, 40, 50, 60, 80, 100, 125, 150, 175, 200, 225, 250, 300, 325, 350, 400, 500],
  },
  { family: 'class T', voltsMax: 160, interruptA: 20000, stepsA: [110, 125, 150, 175, 200, 225, 250, 300, 350, 400] },
  {
    family: 'thermal breaker',
    voltsMax: 48,
    interruptA: 5000,
    stepsA: [10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100, 120, 135, 150, 200],
  },
];
