import {
  ChangeDetectionStrategy,
  Component,
  ErrorHandler,
  provideZonelessChangeDetection,
  signal,
} from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { provideState, provideStore } from '@ngrx/store';
import { afterEach, expect, it, vi } from 'vitest';
import { rigFeature } from '../rig/rig-feature';
import { RigSession } from '../rig/rig-session';
import { ThemeChoice } from '../ui/theme';
import { AppRoot } from './app-root';
import { SayingErrorHandler } from './failures';
import { FirstStart } from './first-start';
import { RigFiles } from './rig-files';

@Component({
  selector: 'co-broken',
  template: '<p>{{ figure() }}</p>',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class BrokenPage {
  protected figure(): number {
    throw new Error('3 A have no way back');
  }
}
@Component({ selector: 'co-sound', template: '<h1>A sound page</h1>', changeDetection: ChangeDetectionStrategy.OnPush })
class SoundPage {}

afterEach(() => vi.restoreAllMocks());

it('a page that cannot be shown says so above itself, does not ask for itself again and again, and leaves the others alone', async () => {
  const logged = vi.spyOn(console, 'error').mockReturnValue();
  TestBed.configureTestingModule({
    rethrowApplicationErrors: false,
    providers: [
      provideZonelessChangeDetection(),
      provideStore(),
      provideState(rigFeature),
      provideRouter([
        { path: 'broken', component: BrokenPage },
        { path: 'sound', component: SoundPage },
      ]),
      { provide: ErrorHandler, useClass: SayingErrorHandler },
      { provide: FirstStart, useValue: { progress: signal(null) } },
      { provide: RigSession, useValue: { followRows: () => undefined } },
      { provide: RigFiles, useValue: { lacking: signal(null), jobs: signal([]) } },
      { provide: ThemeChoice, useValue: {} },
    ],
  });
  const { nativeElement } = TestBed.createComponent(AppRoot);
  const element = nativeElement as HTMLElement;
  const router = TestBed.inject(Router);
  await router.navigateByUrl('/broken');
  const alert = () => element.querySelector('[role=alert]')?.textContent ?? '';
  await vi.waitFor(() => expect(alert()).toContain('An unexpected error occurred (3 A have no way back)'));
  const times = logged.mock.calls.length;
  await new Promise((done) => setTimeout(done, 100));
  expect(logged.mock.calls.length).toBe(times);
  await router.navigateByUrl('/sound');
  await vi.waitFor(() => expect(element.querySelector('h1')?.textContent).toBe('A sound page'));
  expect(alert()).toContain('other pages go on working');
  [...element.querySelectorAll('button')].find(({ textContent }) => textContent === 'Close')!.click();
  await vi.waitFor(() => expect(alert()).toBe(''));
});
