import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig } from './shell/app-config';
import { AppRoot } from './shell/app-root';

bootstrapApplication(AppRoot, appConfig).catch((error: unknown) => console.error(error));
