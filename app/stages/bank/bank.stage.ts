import { quantityText } from '@core/quantity/format';
import type { StageRegistration } from '../../rig/stage-registration';

export const bankStage: StageRegistration = {
  id: 'bank',
  number: 2,
  name: 'Bank',
  pages: [
    {
      path: '',
      title: 'Account',
      picture: 'bank',
      load: () => import('./bank-page').then((m) => m.BankPage),
    },
    {
      path: 'need',
      title: 'The need',
      command: 'See what the bank must hold',
      load: () => import('./need-page').then((m) => m.NeedPage),
    },
    {
      path: 'configurations',
      title: 'Configurations',
      command: 'Compare configurations',
      load: () => import('./configurations-page').then((m) => m.ConfigurationsPage),
    },
    {
      path: 'voltage',
      title: '12, 24, 48 V',
      command: 'Compare 12, 24 and 48 V',
      load: () => import('./voltage-page').then((m) => m.VoltagePage),
    },
    {
      path: 'sag',
      title: 'Voltage sag',
      command: 'See where the voltage sags',
      picture: 'bank-sag',
      load: () => import('./sag-page').then((m) => m.SagPage),
    },
    {
      path: 'shelf',
      title: 'Shelf',
      command: 'Open the shelf of batteries',
      load: () => import('./shelf-page').then((m) => m.ShelfPage),
    },
    {
      path: 'chemistry',
      title: 'Chemistry',
      command: 'Look up a chemistry',
      load: () => import('./chemistry-page').then((m) => m.ChemistryPage),
    },
  ],
  state: ({ derived: { bank } }) => {
    if (!bank) return { state: 'empty', says: 'not chosen yet' };
    const capacity = quantityText(bank.capacityAh.value, 'Ah', { decimals: 0 });
    if (!bank.need) return { state: 'in-work', says: `${capacity}, nothing audited` };
    const days = quantityText(bank.need.autonomyDays.value, 'Day', { decimals: 1 });
    if (bank.need.fits) return { state: 'done', says: `${capacity}, lasts ${days}` };
    return { state: 'warning', says: `too small, lasts ${days}` };
  },
};
