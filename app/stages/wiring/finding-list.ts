import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Finding } from '@core/wiring/finding';
import { FigurePart } from '../../ui/figure';
import { findingWords } from './finding-words';
import { WiringFacts } from './wiring-facts';

/** Findings with why, what mends each, and the press that does it. */
@Component({
  selector: 'co-finding-list',
  imports: [FigurePart],
  template: `
    @for (one of worded(); track one.key) {
      <section [class.error]="one.severity === 'error'">
        <h3>{{ one.words.says }}</h3>
        <p>
          {{ one.words.why }}
          @if (one.words.figure; as figure) {
            <span class="rests">{{ figure.says }} <co-figure [figure]="figure" /></span>
          }
        </p>
        <p class="mend">{{ one.words.remedy }}</p>
        @if (one.words.apply; as apply) {
          <button type="button" class="quiet" (click)="apply.run()">{{ apply.says }}</button>
        }
        @if (one.key === firstOfAll() && one.words.all; as all) {
          <button type="button" class="quiet all" (click)="all.run()">{{ all.says }}</button>
        }
      </section>
    }
  `,
  styles: `
    /* What is typed among the runs lays out and paints the findings that are in sight. */
    section {
      margin-bottom: var(--s4);
      content-visibility: auto;
      contain-intrinsic-size: auto 140px;
    }
    h3 {
      font: 600 13px/18px var(--text);
      color: var(--ink);
      border-bottom: 1px solid var(--rule2);
      padding-bottom: var(--s0);
      margin: 0 0 var(--s1);
    }
    .error h3 {
      color: var(--warn);
    }
    p {
      margin: 0 0 var(--s1);
      font-size: 13px;
      line-height: 18px;
      color: var(--ink2);
    }
    .rests {
      display: block;
    }
    .mend {
      color: var(--ink);
    }
    .quiet {
      border: 0;
      background: none;
      padding: 0;
      color: var(--mark);
      font: 600 13px/20px var(--text);
      text-decoration: underline;
      text-underline-offset: 3px;
      text-align: left;
      cursor: pointer;
    }
    .all {
      display: block;
    }
    @media (max-width: 720px) {
      .quiet {
        min-height: 48px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingList {
  private readonly facts = inject(WiringFacts);
  readonly findings = input.required<readonly Finding[]>();
  protected readonly worded = computed(() =>
    this.findings().map((finding, k) => ({
      key: `${k} ${finding.fault.code}`,
      severity: finding.severity,
      words: findingWords(finding, this.facts),
    })),
  );
  /** What is pressed for all stands once. */
  protected readonly firstOfAll = computed(() => this.worded().find(({ words }) => words.all)?.key);
}
