import { inject, Injectable } from '@angular/core';
import { tinykeys } from 'tinykeys';
import { SingleKeys } from '../ui/single-keys';
import { Commands } from './commands';
import { Dialogs } from './dialogs';

/** Binds the keys of the commands to the page. */
@Injectable({ providedIn: 'root' })
export class Shortcuts {
  private readonly commands = inject(Commands);
  private readonly dialogs = inject(Dialogs);
  private readonly singleKeys = inject(SingleKeys);

  /** @returns what unbinds them */
  bind(): () => void {
    const bindings: Record<string, (event: KeyboardEvent) => void> = {
      '$mod+z': (event) => this.byModifier(event, 'undo'),
      '$mod+Shift+z': (event) => this.byModifier(event, 'redo'),
      '$mod+y': (event) => this.byModifier(event, 'redo'),
      '$mod+k': (event) => this.byModifier(event, 'find'),
    };
    for (const { id, key } of this.commands.all) {
      if (key.length !== 1) continue;
      const act = (event: KeyboardEvent) => this.singleKeys.press(event, () => this.commands.run(id));
      bindings[key] = act;
      // Signs that are typed with Shift on some keyboards.
      if (key === '?' || key === '/') bindings[`Shift+${key}`] = act;
    }
    return tinykeys(window, bindings);
  }

  private byModifier(event: KeyboardEvent, id: string): void {
    if (this.dialogs.open() !== null) return;
    event.preventDefault();
    this.commands.run(id);
  }
}
