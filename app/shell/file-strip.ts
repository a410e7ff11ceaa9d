import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { formatNumber } from '@core/quantity/format';
import { type ImportJob, Imports } from '../rig/imports';
import { RigFiles } from './rig-files';

/** Files on their way in and out: how far, of which rig, and a way to stop. Over every page. */
@Component({
  selector: 'co-file-strip',
  imports: [RouterLink],
  template: `
    @for (job of files.jobs(); track job.id) {
      <div class="job" role="status">
        <span class="bar" [style.width.%]="job.share * 100" aria-hidden="true"></span>
        <p>
          {{ job.does === 'packs' ? 'Packing ' + job.name + ' into a file' : 'Reading ' + job.name }}:
          {{ percent(job.share) }}
        </p>
        <button class="btn" type="button" [attr.aria-label]="'Cancel ' + job.name" (click)="files.cancel(job.id)">
          Cancel
        </button>
      </div>
    }
    @for (job of imports.jobs(); track job.logId) {
      <div class="job" [class.failed]="job.state === 'failed'" role="status">
        <span class="bar" [style.width.%]="job.share * 100" aria-hidden="true"></span>
        <p>{{ says(job) }}</p>
        @switch (job.state) {
          @case ('done') {
            <a class="btn" [routerLink]="['/rig', job.rigId, 'logbook']" (click)="imports.dismiss(job.logId)"
              >Open the book</a
            >
            <button class="btn" type="button" (click)="imports.dismiss(job.logId)">Close</button>
          }
          @case ('failed') {
            <button class="btn" type="button" (click)="imports.dismiss(job.logId)">Close</button>
          }
          @default {
            <button
              class="btn"
              type="button"
              [attr.aria-label]="'Cancel ' + job.fileName"
              (click)="imports.cancel(job.logId)"
            >
              Cancel
            </button>
          }
        }
      </div>
    }
  `,
  styles: `
    .job {
      position: relative;
      display: flex;
      align-items: center;
      gap: var(--s2);
      padding: var(--s1) var(--s4);
      background: var(--mark-soft);
      border-bottom: 1px solid var(--rule2);
      font: 500 13px/20px var(--text);
    }
    .bar {
      position: absolute;
      left: 0;
      bottom: -1px;
      height: 2px;
      background: var(--mark);
    }
    .failed {
      background: var(--warn-soft);
    }
    p {
      flex: 1;
      margin: 0;
      font-variant-numeric: tabular-nums;
    }
    @media (max-width: 720px) {
      .job {
        padding: var(--s2);
      }
      .btn {
        min-height: 48px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileStrip {
  protected readonly files = inject(RigFiles);
  protected readonly imports = inject(Imports);

  protected percent(share: number): string {
    return `${formatNumber(Math.floor(share * 100), 0)} %`;
  }

  protected says({ state, fileName, rigName, share, silentS, rowsKept, says }: ImportJob): string {
    const where = `${fileName} into the book of ${rigName}`;
    switch (state) {
      case 'waiting':
        return `${where}: waits for another import into this book`;
      case 'reading':
        return silentS > 0
          ? `${where}: no word from the reader for ${silentS} s; it can be cancelled`
          : `${where}: ${this.percent(share)}`;
      case 'done':
        return `${formatNumber(rowsKept, 0)} rows of ${fileName} went into the book of ${rigName}.`;
      case 'failed':
        return `Nothing of ${fileName} went into the book of ${rigName}. ${says}`;
    }
  }
}
