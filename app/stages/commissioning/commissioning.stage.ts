import { notInCircuit } from '@core/commissioning/not-in-circuit';
import { wrongOnPaper } from '@core/commissioning/wrong-on-paper';
import { isOpen, openPhase, snagsOf, standings } from '@core/commissioning/standing';
import type { StageRegistration } from '../../rig/stage-registration';
import { PHASE_WORDS } from './phase-words';

export const commissioningStage: StageRegistration = {
  id: 'commissioning',
  number: 5,
  name: 'Commissioning',
  pages: [
    {
      path: '',
      title: 'Round',
      picture: 'commissioning',
      load: () => import('./round-page').then((m) => m.RoundPage),
    },
    {
      path: 'step',
      title: 'Step',
      inRow: false,
      wholeScreen: true,
      command: 'Go on with commissioning',
      picture: 'commissioning-step-phone',
      load: () => import('./step-page').then((m) => m.StepPage),
    },
    {
      path: 'record',
      title: 'Record',
      command: 'See what was proven, to print',
      load: () => import('./record-page').then((m) => m.RecordPage),
    },
  ],
  state: ({ rig, derived: { proving } }) => {
    if (!proving) return { state: 'empty', says: rig.bank ? 'needs a circuit first' : 'needs a bank first' };
    const { rounds } = rig.commissioning;
    if (rounds.length === 0) return { state: 'empty', says: 'nothing proven yet' };
    const all = standings(proving.steps(), rounds);
    const snags = snagsOf(all).filter(({ state }) => state === 'open').length;
    if (snags > 0) return { state: 'warning', says: snags === 1 ? '1 snag is open' : `${snags} snags are open` };
    const stale = all.filter(({ state }) => state === 'stale').length;
    if (stale > 0) return { state: 'stale', says: stale === 1 ? '1 step to repeat' : `${stale} steps to repeat` };
    const open = openPhase(all);
    if (open === null && wrongOnPaper(proving.context).length > 0)
      return { state: 'warning', says: 'proven, but wrong on paper' };
    if (open === null)
      return notInCircuit(proving.context).length > 0
        ? { state: 'warning', says: 'proven, but for what the circuit lacks' }
        : { state: 'done', says: 'every circuit is proven' };
    const left = all.filter(isOpen).length;
    return { state: 'in-work', says: `${PHASE_WORDS[open].name.toLowerCase()}: ${left} steps left` };
  },
};
