import { effect, inject, Injectable, signal } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { type RouterStateSnapshot, TitleStrategy } from '@angular/router';
import { Store } from '@ngrx/store';
import { rigFeature } from '../rig/rig-feature';

/** "Runs · Wiring · Pied Wagtail · Coulan": tabs of two rigs are told apart, and a printed sheet says whose it is. */
@Injectable()
export class PageTitle extends TitleStrategy {
  private readonly title = inject(Title);
  private readonly rig = inject(Store).selectSignal(rigFeature.selectRig);
  private readonly page = signal<string | null>(null);

  constructor() {
    super();
    effect(() => {
      const page = this.page();
      const parts = page === null ? [] : [page, this.rig()?.name];
      this.title.setTitle([...parts, 'Coulan'].filter(Boolean).join(' · '));
    });
  }

  /** A page without a title of its own stands outside of any rig. */
  override updateTitle(snapshot: RouterStateSnapshot): void {
    this.page.set(this.buildTitle(snapshot) ?? null);
  }
}
