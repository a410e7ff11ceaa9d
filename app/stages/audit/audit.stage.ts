import { quantityText } from '@core/quantity/format';
import type { StageRegistration } from '../../rig/stage-registration';

export const auditStage: StageRegistration = {
  id: 'audit',
  number: 1,
  name: 'Audit',
  pages: [
    {
      path: '',
      title: 'Loads',
      sample: '?load=router',
      picture: 'audit',
      load: () => import('./audit-page').then((m) => m.AuditPage),
    },
    {
      path: 'day',
      title: 'The day',
      command: 'See the day hour by hour',
      load: () => import('./day-page').then((m) => m.DayPage),
    },
    {
      path: 'worth',
      title: 'What it is worth',
      command: 'See what halving a load is worth',
      load: () => import('./worth-page').then((m) => m.WorthPage),
    },
    {
      path: 'inverters',
      title: 'Inverters',
      command: 'Test an inverter',
      load: () => import('./inverters-page').then((m) => m.InvertersPage),
    },
    {
      path: 'how-long',
      title: 'How long',
      command: 'Ask how long it runs',
      load: () => import('./how-long-page').then((m) => m.HowLongPage),
    },
    {
      path: 'record/:loadId',
      title: 'Recording',
      inRow: false,
      sample: 'record/chiller',
      picture: 'audit-record-phone',
      load: () => import('./record/record-page').then((m) => m.RecordPage),
    },
  ],
  state: ({ derived: { audit } }) => {
    if (audit.lines.length === 0) return { state: 'empty', says: 'no loads yet' };
    const says = `${quantityText(audit.dayAh.value, 'Ah')} a day`;
    return { state: audit.dayAh.value > 0 ? 'done' : 'in-work', says };
  },
};
