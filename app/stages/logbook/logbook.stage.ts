import { VERDICT_WORDS } from '../../rig/verdict-words';
import type { StageRegistration } from '../../rig/stage-registration';

export const logbookStage: StageRegistration = {
  id: 'logbook',
  number: 7,
  name: 'Logbook',
  pages: [
    {
      path: '',
      title: 'Ledger',
      picture: 'ledger',
      load: () => import('./ledger-page').then((m) => m.LedgerPage),
    },
    {
      path: 'readings',
      title: 'Readings',
      inRowWith: ({ logbook }) => String(logbook.readings.length),
      command: 'Look through the readings',
      load: () => import('./readings-page').then((m) => m.ReadingsPage),
    },
    {
      path: 'logs',
      title: 'Logs',
      inRowWith: ({ logbook }) => String(logbook.logs.length),
      command: 'Look through the imported logs',
      load: () => import('./logs-page').then((m) => m.LogsPage),
    },
    {
      path: 'import',
      title: 'Import a file',
      command: 'Import a meter’s file',
      key: 'i',
      load: () => import('./import-page').then((m) => m.ImportPage),
    },
  ],
  state: ({ rig, book: { reading, verdict } }) => {
    if (reading) return { state: 'in-work', says: 'reading the book' };
    if (!verdict) {
      const count = rig.logbook.readings.length;
      if (count === 0) return { state: 'empty', says: 'nothing logged yet' };
      return { state: 'in-work', says: count === 1 ? '1 reading' : `${count} readings` };
    }
    if (verdict.state === 'none') return { state: 'in-work', says: `${verdict.daysUsed} whole days so far` };
    if (verdict.beyond) return { state: 'warning', says: 'the count does not fit the bank' };
    const says = VERDICT_WORDS[verdict.state];
    if (verdict.state === 'falls-behind') return { state: 'warning', says };
    return { state: verdict.state === 'open' ? 'in-work' : 'done', says };
  },
};
