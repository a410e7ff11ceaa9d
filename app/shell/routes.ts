import { inject } from '@angular/core';
import { type CanActivateFn, Router, type Routes } from '@angular/router';
import { RigSession } from '../rig/rig-session';
import { FirstStart } from './first-start';
import { STAGES } from './stages';

const openRig: CanActivateFn = async (route) => {
  const session = inject(RigSession);
  const router = inject(Router);
  await inject(FirstStart).ready;
  const id = route.paramMap.get('rigId') ?? '';
  return (await session.open(id)) || router.createUrlTree(['/'], { queryParams: { missing: id } });
};

const later = STAGES.filter((stage) => !stage.built).map((stage) => ({
  path: stage.id,
  title: `${stage.name} · Coulan`,
  data: { stage: stage.id },
  loadComponent: () => import('./later-page').then((m) => m.LaterPage),
}));

export const routes: Routes = [
  {
    path: '',
    pathMatch: 'full',
    title: 'Coulan',
    loadComponent: () => import('./start-page').then((m) => m.StartPage),
  },
  {
    path: 'rig/:rigId',
    canActivate: [openRig],
    loadComponent: () => import('./rig-frame').then((m) => m.RigFrame),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'audit' },
      {
        path: 'audit',
        title: 'Audit · Coulan',
        loadComponent: () => import('../stages/audit/audit-page').then((m) => m.AuditPage),
      },
      {
        path: 'bank',
        title: 'Bank · Coulan',
        loadComponent: () => import('../stages/bank/bank-page').then((m) => m.BankPage),
      },
      {
        path: 'monitor',
        title: 'Monitor · Coulan',
        loadComponent: () => import('../stages/monitor/monitor-page').then((m) => m.MonitorPage),
      },
      {
        path: 'logbook',
        title: 'Logbook · Coulan',
        loadComponent: () => import('../stages/logbook/ledger-page').then((m) => m.LedgerPage),
      },
      {
        path: 'logbook/readings',
        title: 'Readings · Coulan',
        loadComponent: () => import('../stages/logbook/readings-page').then((m) => m.ReadingsPage),
      },
      {
        path: 'logbook/import',
        title: 'Import · Coulan',
        loadComponent: () => import('../stages/logbook/import-page').then((m) => m.ImportPage),
      },
      {
        path: 'logbook/logs',
        title: 'Logs · Coulan',
        loadComponent: () => import('../stages/logbook/logs-page').then((m) => m.LogsPage),
      },
      { path: 'rig', title: 'Rig · Coulan', loadComponent: () => import('./details-page').then((m) => m.DetailsPage) },
      ...later,
    ],
  },
  { path: '**', redirectTo: '' },
];
