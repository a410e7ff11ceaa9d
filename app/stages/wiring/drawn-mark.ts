import { asTyped } from '@core/quantity/format';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Mark } from './drawing-layout';

const TALL = 20;
const SMALL = 12;

/** What an upright conductor passes, by the general drafting signs: a fuse with its size, an open arm, a coil, a battery’s protection. */
@Component({
  // A part of a drawing must be a group of it.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'svg:g[coMark]',
  template: `
    @switch (mark().kind) {
      @case ('fuse') {
        <svg:rect class="face" width="10" [attr.height]="height()" [attr.x]="x() - 5" [attr.y]="y()" />
        <svg:path class="line" [attr.d]="'M' + x() + ' ' + y() + 'v' + height()" />
      }
      @case ('switch') {
        <svg:rect class="gap" width="14" [attr.height]="height()" [attr.x]="x() - 7" [attr.y]="y()" />
        <svg:path
          class="line"
          [attr.d]="'M' + x() + ' ' + (y() + height()) + 'l-7 ' + -height() + 'm7 0v0'"
          stroke-width="2"
        />
        <svg:circle class="face" r="2.2" [attr.cx]="x()" [attr.cy]="y()" />
        <svg:circle class="face" r="2.2" [attr.cx]="x()" [attr.cy]="y() + height()" />
      }
      @case ('relay') {
        <svg:rect class="face" width="16" [attr.height]="height()" [attr.x]="x() - 8" [attr.y]="y()" />
        <svg:path class="line" [attr.d]="'M' + (x() - 8) + ' ' + (y() + height()) + 'l16 ' + -height()" />
      }
      @case ('protection') {
        <svg:rect class="face" width="16" [attr.height]="height()" [attr.x]="x() - 8" [attr.y]="y()" />
        <svg:path class="line" [attr.d]="'M' + (x() - 4) + ' ' + (y() + height() / 2) + 'h8m-3 -3l3 3l-3 3'" />
      }
    }
    @if (!bare()) {
      <svg:text class="size" [attr.x]="x() + 10" [attr.y]="y() + height() / 2 + 4">{{ says() }}</svg:text>
    }
  `,
  styles: `
    .face {
      fill: var(--page);
      stroke: var(--ink);
      stroke-width: 1.3;
    }
    .gap {
      fill: var(--page);
    }
    .line {
      fill: none;
      stroke: var(--ink);
    }
    .size {
      font: 10.5px var(--mono);
      font-variant-numeric: tabular-nums;
      fill: var(--ink3);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawnMark {
  readonly mark = input.required<Mark>();
  readonly x = input.required<number>();
  /** Of its upper end. */
  readonly y = input.required<number>();
  readonly small = input(false);
  /** Without words. */
  readonly bare = input(false);
  protected readonly height = computed(() => (this.small() ? SMALL : TALL));
  protected readonly says = computed(() => {
    const { kind, ratingA } = this.mark();
    if (kind !== 'fuse') return kind === 'protection' ? 'own' : '';
    return ratingA === null ? 'none' : `${asTyped(ratingA)} A`;
  });
}
