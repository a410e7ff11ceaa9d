import { CheckOutline, DownOutline, SearchOutline } from '@ant-design/icons-angular/icons';
import type { Routes } from '@angular/router';
import { en_GB, provideNzI18n } from 'ng-zorro-antd/i18n';
import { provideNzIcons } from 'ng-zorro-antd/icon';
import { OPEN_STAGE } from '../rig/stage-tabs';
import { RigFrame } from './rig-frame';
import { STAGES } from './stages';

const FIRST = STAGES[0]?.id ?? 'rig';

const stageRoutes = STAGES.map((stage) => ({
  path: stage.id,
  providers: [{ provide: OPEN_STAGE, useValue: stage }],
  children: stage.pages.map(({ path, title, load }) => ({
    path,
    pathMatch: path === '' ? ('full' as const) : ('prefix' as const),
    title: path === '' ? stage.name : `${title} · ${stage.name}`,
    loadComponent: load,
  })),
}));

/** The addresses within a rig, with what its controls need: loaded when the first rig is opened. */
export const rigRoutes: Routes = [
  {
    path: '',
    component: RigFrame,
    providers: [provideNzI18n(en_GB), provideNzIcons([CheckOutline, DownOutline, SearchOutline])],
    children: [
      { path: '', pathMatch: 'full', redirectTo: FIRST },
      ...stageRoutes,
      { path: 'rig', title: 'Rig', loadComponent: () => import('./details-page').then((m) => m.DetailsPage) },
      // An address of a stage that is not built, or of none.
      { path: '**', redirectTo: FIRST },
    ],
  },
];
