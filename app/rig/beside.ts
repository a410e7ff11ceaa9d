import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { rigFeature } from './rig-feature';
import { selectConsequences, selectDerived } from './rig-selectors';

/** A page that is not painted, as one in another tab, catches up all the same. */
const AT_LATEST_MS = 250;

/**
 * The rig and what follows from it for whatever lies beside the work: the spine, the key figures, the margin. While one types it stays as it
 * was until the keystroke is on screen, and catches up then; of keystrokes in between only the newest is worked out to its end.
 */
@Injectable({ providedIn: 'root' })
export class Beside {
  private readonly store = inject(Store);
  private readonly rigNow = this.store.selectSignal(rigFeature.selectRig);
  private readonly derivedNow = this.store.selectSignal(selectDerived);
  private readonly editNow = this.store.selectSignal(rigFeature.selectLastEdit);
  private readonly consequencesNow = this.store.selectSignal(selectConsequences);
  private readonly now = computed(() => ({ rig: this.rigNow(), derived: this.derivedNow(), edit: this.editNow() }));
  private readonly painted = signal(untracked(this.now));
  /** Another rig is another matter: it is shown at once. */
  private readonly shown = computed(() => {
    const [painted, now] = [this.painted(), this.now()];
    return painted.rig?.id === now.rig?.id ? painted : now;
  });

  readonly rig = computed(() => this.shown().rig);
  readonly derived = computed(() => this.shown().derived);
  /** What the last edit moved. */
  readonly consequences = computed(() => {
    this.shown();
    return untracked(this.consequencesNow);
  });

  constructor() {
    effect((onCleanup) => {
      const now = this.now();
      onCleanup(afterPaint(() => this.painted.set(now)));
    });
  }
}

/** Calls once the next frame has been painted: when the one after it begins. @returns what calls it off */
function afterPaint(call: () => void): () => void {
  let soon: ReturnType<typeof setTimeout>;
  const done = () => {
    off();
    call();
  };
  const late = setTimeout(done, AT_LATEST_MS);
  let frame = requestAnimationFrame(() => {
    frame = requestAnimationFrame(() => (soon = setTimeout(done)));
  });
  const off = () => {
    cancelAnimationFrame(frame);
    clearTimeout(late);
    clearTimeout(soon);
  };
  return off;
}
