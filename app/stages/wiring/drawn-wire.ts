import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** The paper that shows within a hollow one, and what its two edges take. */
const EDGES = 2.4;
const LEAST = 0.8;
const THINNEST = 1.2;

/** A conductor on the drawing, as thick as its copper: solid where it is positive, hollow where negative, in the colour around it. */
@Component({
  // A part of a drawing must be a group of it.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'svg:g[coWire]',
  template: `
    <svg:path fill="none" stroke="currentColor" [attr.d]="d()" [attr.stroke-width]="outer()" />
    @if (hollow()) {
      <svg:path fill="none" stroke="var(--page)" [attr.d]="d()" [attr.stroke-width]="outer() - edges" />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawnWire {
  readonly d = input.required<string>();
  readonly areaMm2 = input.required<number>();
  readonly hollow = input(false);
  protected readonly edges = EDGES;
  protected readonly outer = computed(() => {
    const weight = Math.max(THINNEST, Math.sqrt(this.areaMm2()) * 0.85);
    return this.hollow() ? Math.max(weight, LEAST) + EDGES : weight;
  });
}
