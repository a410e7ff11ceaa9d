import { inject } from '@angular/core';
import { type CanActivateFn, Router, type Routes } from '@angular/router';
import { RigSession } from '../rig/rig-session';
import { FirstStart } from './first-start';

const openRig: CanActivateFn = async (route) => {
  const session = inject(RigSession);
  const router = inject(Router);
  await inject(FirstStart).ready;
  const id = route.paramMap.get('rigId') ?? '';
  const opened = await session.open(id);
  return opened === 'open' || router.createUrlTree(['/'], { queryParams: { [opened]: id } });
};

export const routes: Routes = [
  {
    path: '',
    pathMatch: 'full',
    loadComponent: () => import('./start-page').then((m) => m.StartPage),
  },
  {
    path: 'rig/:rigId',
    canActivate: [openRig],
    loadChildren: () => import('./rig-routes').then((m) => m.rigRoutes),
  },
  { path: '**', redirectTo: '' },
];
