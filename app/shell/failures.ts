import { errorText } from '@core/text/error-text';
import { ErrorHandler, inject, Injectable, signal } from '@angular/core';

/** What went wrong without anybody having foreseen it. */
export interface Failure {
  says: string;
  /** A part of the program could not be fetched: no network, or a newer build is there. */
  part: boolean;
}

/** The newest unforeseen failure, to be said above every page. What was typed is safe: it is stored with each keystroke. */
@Injectable({ providedIn: 'root' })
export class Failures {
  readonly newest = signal<Failure | null>(null);

  note(error: unknown): void {
    const says = errorText(error);
    // One that comes back with each drawing of the page is no news, and must not ask for another.
    if (this.newest()?.says !== says) this.newest.set({ says, part: PART.test(says) });
  }
}

/** How browsers say that a piece of a program could not be fetched. */
const PART = /dynamically imported module|module script failed|Importing a module|ChunkLoadError|error loading/i;

/** Says unexpected errors on screen instead of in the console alone. */
@Injectable()
export class SayingErrorHandler extends ErrorHandler {
  private readonly failures = inject(Failures);

  override handleError(error: unknown): void {
    super.handleError(error);
    const cause = error as { rejection?: unknown } | null;
    // Afterwards: while a page is being drawn, nothing that is set asks for another drawing.
    queueMicrotask(() => this.failures.note(cause?.rejection ?? error));
  }
}
