import { ChangeDetectionStrategy, Component, computed, inject, input, resource, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { laidAside, RigSession } from '../rig/rig-session';
import { Storage } from '../storage/storage';
import { FirstStart } from './first-start';
import { RigFiles } from './rig-files';
import { ThemeChoice } from '../ui/theme';
import { UnitChoice } from '../ui/unit-choice';
import { FileButton } from '../ui/file-button';
import { summaryOf } from './rig-summary';

/** The shelf of rigs, and what Coulan is for. */
@Component({
  selector: 'co-start',
  imports: [FileButton, RouterLink],
  templateUrl: './start-page.html',
  styleUrl: './start-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StartPage {
  private readonly router = inject(Router);
  protected readonly files = inject(RigFiles);
  private readonly session = inject(RigSession);
  protected readonly first = inject(FirstStart);
  protected readonly theme = inject(ThemeChoice);
  protected readonly units = inject(UnitChoice);
  private readonly storage = inject(Storage);
  private readonly db = this.storage.db;
  protected readonly blocked = this.storage.blocked;
  protected readonly rows = computed(() => this.session.rows().map((row) => ({ ...row, ...summaryOf(row) })));
  /** Laid aside by a page that could not store them. */
  protected readonly aside = computed(() => laidAside(this.session.rows()));
  protected readonly lacking = this.files.lacking;
  /** Id of a rig that is stored but cannot be read. */
  protected readonly unreadable = input<string>();
  protected readonly unreadableRow = computed(() => this.session.rows().find(({ id }) => id === this.unreadable()));
  protected readonly whyUnreadable = resource({
    params: () => this.unreadableRow(),
    loader: async ({ params }) => {
      const read = await (await import('../storage/read-row')).readRow(this.db, params.id);
      if (!read || read.ok) return null;
      if (read.problem.code === 'record-missing')
        return `A list that it names, ${read.problem.name}, is not in the database any more.`;
      return read.problem.code === 'newer-version'
        ? 'A newer Coulan has written it: load this page again, or update.'
        : `Its first wrong field is ${read.problem.path}: ${read.problem.says}.`;
    },
  });
  protected readonly refusal = signal<string | null>(null);
  protected readonly missing = input<string>();

  protected async begin(): Promise<void> {
    // With the schemas of all stages: not before a rig is wanted.
    const { NEW_RIG_NAME, newRig } = await import('@core/rig/new-rig');
    const rig = newRig(crypto.randomUUID(), NEW_RIG_NAME, Intl.DateTimeFormat().resolvedOptions().timeZone);
    await this.session.create(rig);
    await this.router.navigate(['/rig', rig.id, 'rig']);
  }

  protected async demo(): Promise<void> {
    const id = await this.first.loadDemo();
    if (id) await this.router.navigate(['/rig', id, 'logbook']);
  }

  protected async bringIn(file: File): Promise<void> {
    const result = await this.files.read(file);
    if ('says' in result) this.refusal.set(`${file.name}: ${result.says}`);
    else await this.router.navigate(['/rig', result.rig.id, 'audit']);
  }

  protected savedOn(atMs: number): string {
    return new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' }).format(atMs);
  }
}
