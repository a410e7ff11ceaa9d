import { Directive, ElementRef, inject, signal } from '@angular/core';

const LEAST = 0.25;
const MOST = 4;
const STEP = 1.25;

/**
 * A sheet that is zoomed by two fingers, by the wheel with the control key, or by presses; it is moved by scrolling it. What it holds is
 * made as wide as zoom() says, in shares of the place.
 */
@Directive({
  selector: '[coZoomable]',
  exportAs: 'coZoomable',
  host: {
    style: 'touch-action: pan-x pan-y; overflow: auto',
    '(pointerdown)': 'down($event)',
    '(pointermove)': 'move($event)',
    '(pointerup)': 'up($event)',
    '(pointercancel)': 'up($event)',
    '(wheel)': 'wheel($event)',
  },
})
export class Zoomable {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly zoom = signal(1);
  private readonly fingers = new Map<number, { x: number; y: number }>();
  private apart = 0;

  in(): void {
    this.to(this.zoom() * STEP);
  }

  out(): void {
    this.to(this.zoom() / STEP);
  }

  /** As large as there is room for all of its width. */
  whole(): void {
    this.to((this.zoom() * this.host.clientWidth) / this.host.scrollWidth);
  }

  protected wheel(event: WheelEvent): void {
    if (!event.ctrlKey) return;
    event.preventDefault();
    this.to(this.zoom() * Math.exp(-event.deltaY / 300), event);
  }

  protected down({ pointerId, clientX, clientY }: PointerEvent): void {
    this.fingers.set(pointerId, { x: clientX, y: clientY });
    this.apart = this.distance();
  }

  protected move(event: PointerEvent): void {
    if (!this.fingers.has(event.pointerId)) return;
    this.fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    const apart = this.distance();
    if (this.apart > 0 && apart > 0) this.to((this.zoom() * apart) / this.apart, event);
    this.apart = apart;
  }

  protected up({ pointerId }: PointerEvent): void {
    this.fingers.delete(pointerId);
    this.apart = this.distance();
  }

  /** Of two fingers; 0 for any other number. */
  private distance(): number {
    const [one, other, more] = [...this.fingers.values()];
    return one && other && !more ? Math.hypot(one.x - other.x, one.y - other.y) : 0;
  }

  /** The place under the pointer stays where it is. */
  private to(zoom: number, at?: { clientX: number; clientY: number }): void {
    const before = this.zoom();
    const next = Math.min(MOST, Math.max(LEAST, zoom));
    this.zoom.set(next);
    const place = this.host.getBoundingClientRect();
    const [x, y] = at ? [at.clientX - place.left, at.clientY - place.top] : [place.width / 2, place.height / 2];
    const [left, top] = [this.host.scrollLeft + x, this.host.scrollTop + y];
    requestAnimationFrame(() => {
      this.host.scrollLeft = (left * next) / before - x;
      this.host.scrollTop = (top * next) / before - y;
    });
  }
}
