import { DestroyRef, Directive, ElementRef, inject, Injectable, signal } from '@angular/core';
import { tinykeys } from 'tinykeys';

const KEY = 'coulan-single-keys';

/** Whether keys without Ctrl act, and when they must not. */
@Injectable({ providedIn: 'root' })
export class SingleKeys {
  readonly on = signal(kept());

  private resting = false;

  set(on: boolean): void {
    this.on.set(on);
    try {
      localStorage.setItem(KEY, on ? 'on' : 'off');
    } catch {
      // Not kept, then; it holds for this page.
    }
  }

  /** Keys do nothing until something beside the fields is pressed, or until what is returned is called. */
  restUntilPress(): () => void {
    this.resting = true;
    const wake = () => {
      this.resting = false;
      document.removeEventListener('pointerdown', onPress, true);
    };
    const onPress = ({ target }: Event) => {
      if (target instanceof Element && target.closest('input, textarea, select, label, nz-select') === null) wake();
    };
    document.addEventListener('pointerdown', onPress, true);
    return wake;
  }

  /** Does `act` unless single keys are off, a dialog is open, or something is being typed. */
  press(event: KeyboardEvent, act: () => void): void {
    if (
      !this.on() ||
      this.resting ||
      isTyping(event) ||
      document.querySelector('.cdk-overlay-container .ant-modal') !== null
    )
      return;
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
