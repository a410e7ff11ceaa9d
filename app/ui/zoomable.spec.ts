import { ChangeDetectionStrategy, Component, viewChild } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { provideCoulan } from '../testing/open-page';
import { Zoomable } from './zoomable';

@Component({
  imports: [Zoomable],
  template: `<div coZoomable></div>`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Sheet {
  readonly zoomable = viewChild.required(Zoomable);
}

describe('a sheet that is zoomed', () => {
  beforeEach(() => {
    vi.stubGlobal('requestAnimationFrame', (call: () => void) => {
      call();
      return 0;
    });
  });
  afterEach(() => vi.unstubAllGlobals());

  function open() {
    TestBed.configureTestingModule({ providers: provideCoulan() });
    const fixture = TestBed.createComponent(Sheet);
    fixture.detectChanges();
    const host = (fixture.nativeElement as HTMLElement).querySelector<HTMLElement>('div')!;
    host.getBoundingClientRect = () => new DOMRect(100, 50, 400, 300);
    const send = (kind: string, more: Record<string, unknown>) => {
      const event = Object.assign(new Event(kind, { bubbles: true, cancelable: true }), more);
      host.dispatchEvent(event);
      return event.defaultPrevented;
    };
    const finger = (kind: string, pointerId: number, clientX: number, clientY = 50) =>
      send(`pointer${kind}`, { pointerId, clientX, clientY });
    return { host, send, finger, sheet: fixture.componentInstance.zoomable() };
  }

  it('is zoomed by a quarter a press, from a quarter to four times', () => {
    const { sheet } = open();
    sheet.in();
    expect(sheet.zoom()).toBe(1.25);
    sheet.out();
    expect(sheet.zoom()).toBe(1);
    for (let k = 0; k < 20; k++) sheet.in();
    expect(sheet.zoom()).toBe(4);
    for (let k = 0; k < 40; k++) sheet.out();
    expect(sheet.zoom()).toBe(0.25);
  });
  it('leaves the wheel to scrolling, but for the control key; what is under the pointer stays there', () => {
    const { host, sheet, send } = open();
    expect(send('wheel', { ctrlKey: false, deltaY: -300, clientX: 0, clientY: 0 })).toBe(false);
    expect(sheet.zoom()).toBe(1);
    host.scrollLeft = 60;
    host.scrollTop = 20;
    // 140 px from the left of the sheet's place, and 60 px scrolled: 200 px along it.
    expect(send('wheel', { ctrlKey: true, deltaY: -300 * Math.LN2, clientX: 240, clientY: 80 })).toBe(true);
    expect(sheet.zoom()).toBeCloseTo(2, 12);
    expect(host.scrollLeft + 140).toBeCloseTo(400, 6);
    expect(host.scrollTop + 30).toBeCloseTo(100, 6);
  });
  it('follows two fingers, and neither one nor three', () => {
    const { sheet, finger } = open();
    finger('down', 1, 100);
    finger('move', 1, 180);
    expect(sheet.zoom()).toBe(1);
    finger('down', 2, 280);
    finger('move', 2, 380);
    expect(sheet.zoom()).toBeCloseTo(2, 12);
    finger('down', 3, 200);
    finger('move', 3, 300);
    expect(sheet.zoom()).toBeCloseTo(2, 12);
    finger('up', 3, 300);
    // Back to two, 200 px apart: from here on they count again, without a leap.
    finger('move', 2, 280);
    expect(sheet.zoom()).toBeCloseTo(1, 12);
    finger('cancel', 2, 280);
    finger('move', 1, 0);
    expect(sheet.zoom()).toBeCloseTo(1, 12);
    // A pointer that was never put down does nothing.
    finger('move', 9, 0);
    expect(sheet.zoom()).toBeCloseTo(1, 12);
  });
  it('is shown whole by its width', () => {
    const { host, sheet } = open();
    Object.defineProperty(host, 'clientWidth', { value: 400 });
    Object.defineProperty(host, 'scrollWidth', { value: 800 });
    sheet.whole();
    expect(sheet.zoom()).toBe(0.5);
  });
});
