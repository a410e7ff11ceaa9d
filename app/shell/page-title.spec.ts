import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Title } from '@angular/platform-browser';
import { provideRouter, Router, TitleStrategy } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import { expect, it } from 'vitest';
import { RigEvents } from '../rig/rig-actions';
import { rigFeature } from '../rig/rig-feature';
import { sampleRig } from '../testing/sample-rig';
import { PageTitle } from './page-title';

@Component({ template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class Blank {}

it('a page is titled by its name and its rig’s, as that is called now; the first page by the program alone', async () => {
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([
        { path: '', pathMatch: 'full', component: Blank },
        { path: 'runs', title: 'Runs · Wiring', component: Blank },
      ]),
      { provide: TitleStrategy, useClass: PageTitle },
      provideStore(),
      provideState(rigFeature),
    ],
  });
  const [router, store, title] = [TestBed.inject(Router), TestBed.inject(Store), TestBed.inject(Title)];
  const at = async (address: string) => {
    await router.navigateByUrl(address);
    TestBed.tick();
    return title.getTitle();
  };
  const open = (name: string) => {
    store.dispatch(RigEvents.opened({ rig: { ...sampleRig(), name }, revision: 1 }));
    TestBed.tick();
  };
  expect(await at('/')).toBe('Coulan');
  open('Wagtail');
  expect(await at('/runs')).toBe('Runs · Wiring · Wagtail · Coulan');
  open('Heron');
  expect(title.getTitle()).toBe('Runs · Wiring · Heron · Coulan');
  expect(await at('/')).toBe('Coulan');
});
