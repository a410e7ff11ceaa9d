import { CheckOutline, DownOutline, SearchOutline } from '@ant-design/icons-angular/icons';
import type { Routes } from '@angular/router';
import { en_GB, provideNzI18n } from 'ng-zorro-antd/i18n';
import { provideNzIcons } from 'ng-zorro-antd/icon';
import { RigFrame } from './rig-frame';
import { STAGES } from './stages';

const later = STAGES.filter((stage) => !stage.built).map((stage) => ({
  path: stage.id,
  title: `${stage.name} · Coulan`,
  data: { stage: stage.id },
  loadComponent: () => import('./later-page').then((m) => m.LaterPage),
}));

/** The addresses within a rig, with what its controls need: loaded when the first rig is opened. */
export const rigRoutes: Routes = [
  {
    path: '',
    component: RigFrame,
    providers: [provideNzI18n(en_GB), provideNzIcons([CheckOutline, DownOutline, SearchOutline])],
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'audit' },
      {
        path: 'audit',
        title: 'Audit · Coulan',
        loadComponent: () => import('../stages/audit/audit-page').then((m) => m.AuditPage),
      },
      {
        path: 'audit/day',
        title: 'The day · Audit · Coulan',
        loadComponent: () => import('../stages/audit/day-page').then((m) => m.DayPage),
      },
      {
        path: 'audit/worth',
        title: 'Worth · Audit · Coulan',
        loadComponent: () => import('../stages/audit/worth-page').then((m) => m.WorthPage),
      },
      {
        path: 'audit/inverters',
        title: 'Inverters · Audit · Coulan',
        loadComponent: () => import('../stages/audit/inverters-page').then((m) => m.InvertersPage),
      },
      {
        path: 'audit/how-long',
        title: 'How long · Audit · Coulan',
        loadComponent: () => import('../stages/audit/how-long-page').then((m) => m.HowLongPage),
      },
      {
        path: 'audit/record/:loadId',
        title: 'Recording · Audit · Coulan',
        loadComponent: () => import('../stages/audit/record/record-page').then((m) => m.RecordPage),
      },
      {
        path: 'bank',
        title: 'Bank · Coulan',
        loadComponent: () => import('../stages/bank/bank-page').then((m) => m.BankPage),
      },
      {
        path: 'bank/need',
        title: 'The need · Bank · Coulan',
        loadComponent: () => import('../stages/bank/need-page').then((m) => m.NeedPage),
      },
      {
        path: 'bank/configurations',
        title: 'Configurations · Bank · Coulan',
        loadComponent: () => import('../stages/bank/configurations-page').then((m) => m.ConfigurationsPage),
      },
      {
        path: 'bank/voltage',
        title: 'System voltage · Bank · Coulan',
        loadComponent: () => import('../stages/bank/voltage-page').then((m) => m.VoltagePage),
      },
      {
        path: 'bank/sag',
        title: 'Voltage sag · Bank · Coulan',
        loadComponent: () => import('../stages/bank/sag-page').then((m) => m.SagPage),
      },
      {
        path: 'bank/shelf',
        title: 'Shelf · Bank · Coulan',
        loadComponent: () => import('../stages/bank/shelf-page').then((m) => m.ShelfPage),
      },
      {
        path: 'bank/chemistry',
        title: 'Chemistry · Bank · Coulan',
        loadComponent: () => import('../stages/bank/chemistry-page').then((m) => m.ChemistryPage),
      },
      {
        path: 'charging',
        title: 'Charging · Coulan',
        loadComponent: () => import('../stages/charging/charging-page').then((m) => m.ChargingPage),
      },
      {
        path: 'charging/sources',
        title: 'Sources · Charging · Coulan',
        loadComponent: () => import('../stages/charging/sources-page').then((m) => m.SourcesPage),
      },
      {
        path: 'charging/place',
        title: 'Place and season · Charging · Coulan',
        loadComponent: () => import('../stages/charging/place-page').then((m) => m.PlacePage),
      },
      {
        path: 'charging/one-charge',
        title: 'One charge · Charging · Coulan',
        loadComponent: () => import('../stages/charging/one-charge-page').then((m) => m.OneChargePage),
      },
      {
        path: 'charging/year',
        title: 'The year · Charging · Coulan',
        loadComponent: () => import('../stages/charging/year-page').then((m) => m.YearPage),
      },
      {
        path: 'charging/remedies',
        title: 'Remedies · Charging · Coulan',
        loadComponent: () => import('../stages/charging/remedies-page').then((m) => m.RemediesPage),
      },
      {
        path: 'charging/what-if',
        title: 'What if · Charging · Coulan',
        loadComponent: () => import('../stages/charging/what-if-page').then((m) => m.WhatIfPage),
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
];
