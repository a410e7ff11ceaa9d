import {
  type ApplicationConfig,
  ErrorHandler,
  inject,
  isDevMode,
  provideBrowserGlobalErrorListeners,
} from '@angular/core';
import { provideRouter, TitleStrategy, withComponentInputBinding, withNavigationErrorHandler } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { provideState, provideStore } from '@ngrx/store';
import { rigFeature } from '../rig/rig-feature';
import { Failures, SayingErrorHandler } from './failures';
import { PageTitle } from './page-title';
import { routes } from './routes';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    { provide: ErrorHandler, useClass: SayingErrorHandler },
    provideRouter(
      routes,
      withComponentInputBinding(),
      withNavigationErrorHandler(({ error }) => inject(Failures).note(error)),
    ),
    { provide: TitleStrategy, useClass: PageTitle },
    provideStore(),
    provideState(rigFeature),
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWhenStable:5000' }),
  ],
};
