import { DestroyRef, Directive, inject, Injectable, signal, TemplateRef } from '@angular/core';

/** What the open page adds to the margin below the working. */
@Injectable({ providedIn: 'root' })
export class MarginSlot {
  readonly template = signal<TemplateRef<unknown> | null>(null);
}

/** <ng-template coMargin> in a page appears in the margin while the page is open. */
@Directive({ selector: '[coMargin]' })
export class MarginContent {
  constructor() {
    const slot = inject(MarginSlot);
    const template = inject<TemplateRef<unknown>>(TemplateRef);
    slot.template.set(template);
    inject(DestroyRef).onDestroy(() => {
      if (slot.template() === template) slot.template.set(null);
    });
  }
}
