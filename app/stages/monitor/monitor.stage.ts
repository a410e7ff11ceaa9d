import type { StageRegistration } from '../../rig/stage-registration';

export const monitorStage: StageRegistration = {
  id: 'monitor',
  number: 6,
  name: 'Monitor',
  pages: [
    {
      path: 'meter',
      title: 'Your meter',
      command: 'Say what your meter asks for',
      load: () => import('./meter-page').then((m) => m.MeterPage),
    },
    {
      path: '',
      title: 'Settings',
      picture: 'monitor',
      load: () => import('./settings-page').then((m) => m.SettingsPage),
    },
    {
      path: 'profiles',
      title: 'Profiles',
      command: 'Compare profiles of the meter',
      load: () => import('./profiles-page').then((m) => m.ProfilesPage),
    },
    {
      path: 'bench',
      title: 'Test bench',
      command: 'Try settings on the test bench',
      picture: 'monitor-bench',
      load: () => import('./bench-page').then((m) => m.BenchPage),
    },
    {
      path: 'entered',
      picture: 'monitor-entered-phone',
      title: 'As entered',
      command: 'See what is to be keyed into the meter',
      load: () => import('./entered-page').then((m) => m.EnteredPage),
    },
    {
      path: 'history',
      title: 'Its history',
      command: 'Enter totals off the meter',
      load: () => import('./history-page').then((m) => m.HistoryPage),
    },
  ],
  state: ({ derived }) => {
    if (!derived.monitor) return { state: 'empty', says: 'needs a bank first' };
    const settings = derived.monitor.settings.filter(({ has }) => has);
    const stale = settings.filter(({ entered }) => entered?.stale).length;
    if (stale > 0) return { state: 'stale', says: `check ${stale} ${stale === 1 ? 'setting' : 'settings'} again` };
    if (settings.some((setting) => setting.problems.length > 0))
      return { state: 'warning', says: 'settings cannot be met' };
    const wrong = derived.monitor.enteredFindings.filter(({ severity }) => severity === 'error').length;
    if (wrong > 0) return { state: 'warning', says: `${wrong} ${wrong === 1 ? 'thing' : 'things'} wrong as entered` };
    const typed = settings.filter((setting) => setting.entered !== null).length;
    if (typed === settings.length) return { state: 'done', says: 'as entered' };
    return { state: 'in-work', says: `${typed} of ${settings.length} entered` };
  },
};
