import { VERDICT_WORDS } from '../../rig/verdict-words';
import { shortMonth } from '../../ui/dates';
import type { StageRegistration } from '../../rig/stage-registration';

export const chargingStage: StageRegistration = {
  id: 'charging',
  number: 3,
  name: 'Charging',
  pages: [
    {
      path: '',
      title: 'Month by month',
      picture: 'charging',
      load: () => import('./charging-page').then((m) => m.ChargingPage),
    },
    {
      path: 'sources',
      title: 'Sources',
      command: 'Enter what charges the bank',
      load: () => import('./sources-page').then((m) => m.SourcesPage),
    },
    {
      path: 'place',
      title: 'Place and season',
      command: 'Set place and season',
      load: () => import('./place-page').then((m) => m.PlacePage),
    },
    {
      path: 'one-charge',
      title: 'One charge',
      command: 'Simulate one charge',
      load: () => import('./one-charge-page').then((m) => m.OneChargePage),
    },
    {
      path: 'year',
      title: 'The year',
      command: 'See the year',
      picture: 'charging-year',
      load: () => import('./year-page').then((m) => m.YearPage),
    },
    {
      path: 'remedies',
      title: 'Remedies',
      command: 'Find a remedy',
      picture: 'charging-remedies',
      load: () => import('./remedies-page').then((m) => m.RemediesPage),
    },
    {
      path: 'what-if',
      title: 'What if',
      command: 'Ask what if',
      load: () => import('./what-if-page').then((m) => m.WhatIfPage),
    },
  ],
  state: ({ rig, year }) => {
    if (rig.charging.sources.length === 0) return { state: 'empty', says: 'no source yet' };
    if (!year.ready) return { state: 'in-work', says: 'needs bank and loads' };
    if (!year.worst) return { state: 'in-work', says: year.failed ? 'not simulated' : 'simulating the year' };
    if (year.worst.verdict === 'keeps-up') return { state: 'done', says: 'keeps up all year' };
    return { state: 'warning', says: `${VERDICT_WORDS[year.worst.verdict]} in ${shortMonth(year.worst.month)}` };
  },
  showsYear: true,
};
