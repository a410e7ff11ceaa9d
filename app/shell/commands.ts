import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { RigEvents } from '../rig/rig-actions';
import { rigFeature } from '../rig/rig-feature';
import { WorkingStore } from '../ui/working-store';
import { Dialogs } from './dialogs';
import { RigFiles } from './rig-files';
import { STAGES } from './stages';
import { ThemeChoice } from '../ui/theme';
import { UnitChoice } from '../ui/unit-choice';

export interface Command {
  id: string;
  says: string;
  /** The key that does it, as printed in the list of keys; empty when it has none. */
  key: string;
  run: () => void;
}

/** Everything that can be done from anywhere: found by `/`, listed by `?`, most of it on a key. */
@Injectable({ providedIn: 'root' })
export class Commands {
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly dialogs = inject(Dialogs);
  private readonly theme = inject(ThemeChoice);
  private readonly units = inject(UnitChoice);
  private readonly workings = inject(WorkingStore);
  private readonly files = inject(RigFiles);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);

  readonly all: readonly Command[] = [
    { id: 'reading', says: 'Write down a quick reading', key: 'r', run: () => this.dialogs.open.set('reading') },
    { id: 'find', says: 'Find or do', key: '/', run: () => this.dialogs.open.set('find') },
    { id: 'keys', says: 'List the keys', key: '?', run: () => this.dialogs.open.set('keys') },
    { id: 'working', says: 'Go to the working of the marked figure', key: 'w', run: () => this.toWorking() },
    { id: 'undo', says: 'Undo', key: 'Ctrl Z', run: () => this.store.dispatch(RigEvents.undo()) },
    { id: 'redo', says: 'Redo', key: 'Ctrl Shift Z', run: () => this.store.dispatch(RigEvents.redo()) },
    { id: 'theme', says: 'Change between light, dark and night', key: 't', run: () => this.theme.next() },
    { id: 'units', says: 'Change between metric and imperial units', key: '', run: () => this.units.next() },
    ...STAGES.map(({ id, name }, k) => ({
      id,
      says: `Go to ${name}`,
      key: String(k + 1),
      run: () => this.goTo(id),
    })),
    ...STAGES.flatMap(({ id: stage, pages }) =>
      pages.flatMap(({ path, command, key = '' }) => {
        const id = `${stage}/${path}`;
        return command ? [{ id, says: command, key, run: () => this.goTo(id) }] : [];
      }),
    ),
    { id: 'details', says: 'Name, place and file of this rig', key: '', run: () => this.goTo('rig') },
    { id: 'export', says: 'Export the whole rig to a file', key: '', run: () => this.export() },
    { id: 'print', says: 'Print this sheet', key: '', run: () => window.print() },
    { id: 'start', says: 'All rigs on this device', key: '0', run: () => void this.router.navigate(['/']) },
  ];

  run(id: string): void {
    this.all.find((command) => command.id === id)?.run();
  }

  private goTo(path: string): void {
    const rig = this.rig();
    if (rig) void this.router.navigate(['/rig', rig.id, ...path.split('/')]);
  }

  private export(): void {
    const rig = this.rig();
    if (rig) void this.files.download(rig);
  }

  private toWorking(): void {
    this.workings.sheetOpen.set(true);
    setTimeout(() => document.getElementById('working')?.focus());
  }
}
