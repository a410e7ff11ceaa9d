import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { newRig } from '@core/rig/new-rig';
import { RigSession } from '../rig/rig-session';
import { Storage } from '../storage/storage';
import { FirstStart } from './first-start';
import { RigFiles } from './rig-files';
import { ThemeChoice } from '../ui/theme';
import { UnitChoice } from '../ui/unit-choice';

/** The shelf of rigs, and what Coulan is for. */
@Component({
  selector: 'co-start',
  imports: [RouterLink],
  templateUrl: './start-page.html',
  styleUrl: './start-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StartPage {
  private readonly router = inject(Router);
  private readonly files = inject(RigFiles);
  private readonly session = inject(RigSession);
  protected readonly first = inject(FirstStart);
  protected readonly theme = inject(ThemeChoice);
  protected readonly units = inject(UnitChoice);
  protected readonly blocked = inject(Storage).blocked;
  protected readonly rows = this.session.rows;
  protected readonly refusal = signal<string | null>(null);
  protected readonly missing = input<string>();

  protected async begin(): Promise<void> {
    const rig = newRig(crypto.randomUUID(), 'New rig', Intl.DateTimeFormat().resolvedOptions().timeZone);
    await this.session.create(rig);
    await this.router.navigate(['/rig', rig.id, 'rig']);
  }

  protected async demo(): Promise<void> {
    const id = await this.first.loadDemo();
    if (id) await this.router.navigate(['/rig', id, 'logbook']);
  }

  protected async bringIn(event: Event): Promise<void> {
    const picker = event.target as HTMLInputElement;
    const file = picker.files?.[0];
    picker.value = '';
    if (!file) return;
    const result = await this.files.read(file);
    if ('says' in result) this.refusal.set(`${file.name}: ${result.says}`);
    else await this.router.navigate(['/rig', result.rig.id, 'audit']);
  }

  protected savedOn(atMs: number): string {
    return new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' }).format(atMs);
  }
}
