import type { StageRegistration } from '../../rig/stage-registration';

export const monitorStage: StageRegistration = {
  id: 'monitor',
  number: 6,
  name: 'Monitor',
  pages: [
    {
      path: '',
      title: 'Settings',
      picture: 'monitor',
      load: () => import('./monitor-page').then((m) => m.MonitorPage),
    },
  ],
  state: ({ derived }) => {
    if (!derived.monitor) return { state: 'empty', says: 'needs a bank first' };
    const { settings } = derived.monitor;
    const stale = settings.filter(({ entered }) => entered?.stale).length;
    if (stale > 0) return { state: 'stale', says: `check ${stale} ${stale === 1 ? 'setting' : 'settings'} again` };
    if (settings.some((setting) => setting.problems.length > 0))
      return { state: 'warning', says: 'settings cannot be met' };
    const typed = settings.filter((setting) => setting.entered !== null).length;
    if (typed === settings.length) return { state: 'done', says: 'as entered' };
    return { state: 'in-work', says: `${typed} of ${settings.length} entered` };
  },
};
