import type { Locator, Page } from '@playwright/test';
import { SALTMARSH, WAGTAIL } from './helpers';
import { addressOf } from './pages';

/** A picture of docs/screenshots: where it is taken from the demo rigs, and what it is there to show. */
export interface View {
  name: string;
  path: string;
  theme: 'light' | 'dark' | 'night';
  size: { width: number; height: number };
  /** What is done on the page before. */
  then?: (page: Page) => Promise<void>;
  /** The picture is taken once this stands in it. */
  subject: (page: Page) => Locator;
}

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const light = { theme: 'light', size: DESK } as const;
const region = (name: string) => (page: Page) => page.getByRole('region', { name });
const table = (name: string) => (page: Page) => page.getByRole('table', { name });

export const VIEWS: readonly View[] = [
  { name: 'start', path: '/', ...light, subject: (page) => page.getByRole('link', { name: 'Saltmarsh Survey' }) },
  { name: 'audit', path: `${WAGTAIL}/audit`, ...light, subject: table('Loads of the audit') },
  {
    name: 'audit-record-phone',
    path: addressOf('audit-record-phone'),
    theme: 'light',
    size: PHONE,
    subject: table('States'),
  },
  { name: 'bank', path: addressOf('bank'), ...light, subject: table('What the bank has against what the day needs') },
  { name: 'bank-sag', path: addressOf('bank-sag'), ...light, subject: table('Voltage at the inverter, V') },
  {
    name: 'charging',
    path: addressOf('charging'),
    ...light,
    subject: table('The year, month by month, a day on average'),
  },
  {
    name: 'charging-year',
    path: addressOf('charging-year'),
    theme: 'dark',
    size: DESK,
    subject: (page) => page.locator('co-week-chart'),
  },
  {
    name: 'charging-remedies',
    path: addressOf('charging-remedies'),
    ...light,
    then: (page) => page.getByRole('button', { name: 'Find the smallest remedies' }).click(),
    subject: table('Remedies by cost'),
  },
  { name: 'wiring', path: addressOf('wiring'), ...light, subject: (page) => page.locator('co-circuit-drawing svg') },
  {
    name: 'wiring-parallel',
    path: addressOf('wiring-parallel'),
    ...light,
    subject: table('Ways of joining the batteries'),
  },
  { name: 'commissioning', path: addressOf('commissioning'), ...light, subject: region('Roll call') },
  {
    name: 'commissioning-step-phone',
    path: addressOf('commissioning-step-phone'),
    theme: 'light',
    size: PHONE,
    subject: (page) => page.getByRole('heading', { name: 'Its negative passes the shunt by.' }),
  },
  { name: 'monitor', path: addressOf('monitor'), ...light, subject: table('Settings of the shunt monitor') },
  {
    name: 'monitor-bench',
    path: addressOf('monitor-bench'),
    ...light,
    subject: (page) => page.locator('co-bench-panes svg'),
  },
  {
    name: 'monitor-entered-phone',
    path: addressOf('monitor-entered-phone'),
    theme: 'light',
    size: PHONE,
    subject: (page) => page.getByRole('list', { name: 'To key in' }),
  },
  { name: 'ledger', path: `${WAGTAIL}/logbook?day=2026-03-12`, ...light, subject: table('Day ledger') },
  {
    name: 'ledger-behind-dark',
    path: `${SALTMARSH}/logbook?day=all`,
    theme: 'dark',
    size: DESK,
    subject: (page) => page.getByRole('heading', { name: 'Charging falls behind' }),
  },
  {
    name: 'ledger-phone-night',
    path: `${WAGTAIL}/logbook`,
    theme: 'night',
    size: PHONE,
    subject: table('Day ledger'),
  },
  {
    name: 'quick-reading-phone',
    path: `${WAGTAIL}/audit`,
    theme: 'light',
    size: PHONE,
    then: (page) => page.locator('.thumb .strong').click(),
    subject: (page) => page.getByRole('dialog').getByLabel('Voltage'),
  },
];
