import { afterNextRender, Directive, ElementRef, inject } from '@angular/core';

/**
 * The field of a dialog that has the focus as soon as the dialog stands. The dialog's own way waits for the end of its
 * animation: what is typed until then is lost, and a field chosen meanwhile loses the focus again.
 */
@Directive({ selector: '[coFirstFocus]' })
export class FirstFocus {
  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    // The dialog takes the focus itself in the first frame; this comes after it.
    afterNextRender(() =>
      requestAnimationFrame(() => (host.matches('input') ? host : host.querySelector('input'))?.focus()),
    );
  }
}
