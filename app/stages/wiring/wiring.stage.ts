import { changedSincePrint, cutRows } from '@core/wiring/cut-list';
import { circuitNames } from '@core/wiring/post-name';
import type { StageRegistration } from '../../rig/stage-registration';

export const wiringStage: StageRegistration = {
  id: 'wiring',
  number: 4,
  name: 'Wiring',
  pages: [
    {
      path: '',
      title: 'Drawing',
      picture: 'wiring',
      load: () => import('./drawing-page').then((m) => m.DrawingPage),
    },
    {
      path: 'runs',
      title: 'Runs',
      inRowWith: ({ wiring }) => (wiring.runs.length > 0 ? String(wiring.runs.length) : ''),
      command: 'Measure and judge the runs',
      load: () => import('./runs-page').then((m) => m.RunsPage),
    },
    {
      path: 'negatives',
      title: 'Negatives',
      inRowWith: ({ wiring }) => (wiring.negatives.length > 0 ? String(wiring.negatives.length) : ''),
      command: 'Enter a negative found on the vehicle',
      load: () => import('./negatives-page').then((m) => m.NegativesPage),
    },
    {
      path: 'parallel',
      title: 'In parallel',
      command: 'Compare ways of joining batteries in parallel',
      picture: 'wiring-parallel',
      load: () => import('./parallel-page').then((m) => m.ParallelPage),
    },
    {
      path: 'cut-list',
      title: 'Cut list',
      command: 'See what cable to cut and buy',
      load: () => import('./cut-list-page').then((m) => m.CutListPage),
    },
    {
      path: 'ac-and-gas',
      title: 'AC and gas',
      command: 'See what licensed persons check',
      load: () => import('./ac-page').then((m) => m.AcPage),
    },
  ],
  state: ({ rig, derived: { circuit } }) => {
    if (!rig.bank) return { state: 'empty', says: 'needs a bank first' };
    if (!circuit) return { state: 'empty', says: 'not laid out yet' };
    if (circuit.findings.some(({ fault }) => fault.code === 'short'))
      return { state: 'warning', says: 'a short circuit' };
    const bypasses = circuit.findings.filter(({ fault }) => fault.code === 'bypass').length;
    if (bypasses > 0)
      return { state: 'warning', says: `${bypasses} ${bypasses === 1 ? 'negative' : 'negatives'} beside the shunt` };
    const count = circuit.findings.length;
    if (count > 0) return { state: 'warning', says: `${count} ${count === 1 ? 'finding' : 'findings'}` };
    const { printed, parts } = rig.wiring;
    if (printed) {
      const rows = cutRows(circuit, parts, circuitNames(parts, circuit.strings).ofPost);
      const changed = changedSincePrint(rows, printed).length;
      if (changed > 0) return { state: 'stale', says: `printed list: ${changed} changed` };
    }
    const guessed = rig.wiring.runs.filter(({ lengthBy }) => lengthBy === 'guessed').length;
    if (guessed > 0) return { state: 'in-work', says: `${guessed} of ${rig.wiring.runs.length} lengths guessed` };
    return { state: 'done', says: `${rig.wiring.runs.length} runs, all measured` };
  },
};
