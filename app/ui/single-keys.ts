import { DestroyRef, Directive, ElementRef, inject, Injectable, signal } from '@angular/core';
import { tinykeys } from 'tinykeys';

const KEY = 'coulan-single-keys';

/** Whether keys without Ctrl act, and when they must not. */
@Injectable({ providedIn: 'root' })
export class SingleKeys {
  readonly on = signal(kept());

  set(on: boolean): void {
    this.on.set(on);
    try {
      localStorage.setItem(KEY, on ? 'on' : 'off');
    } catch {
      // Not kept, then; it holds for this page.
    }
  }

  /** Does `act` unless single keys are off, a dialog is open, or something is being typed. */
  press(event: KeyboardEvent, act: () => void): void {
    if (!this.on() || isTyping(event) || document.querySelector('.cdk-overlay-container .ant-modal') !== null) return;
    event.preventDefault();
    act();
  }
}

/** <button coRowKey>: the key n presses it while it is on the page. */
@Directive({ selector: '[coRowKey]' })
export class RowKey {
  constructor() {
    const keys = inject(SingleKeys);
    const host = inject<ElementRef<HTMLButtonElement>>(ElementRef).nativeElement;
    inject(DestroyRef).onDestroy(tinykeys(window, { n: (event) => keys.press(event, () => host.click()) }));
  }
}

function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement;
  return target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
}

function kept(): boolean {
  try {
    return localStorage.getItem(KEY) !== 'off';
  } catch {
    return true;
  }
}
