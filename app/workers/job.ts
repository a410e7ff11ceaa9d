import { Cancelled } from './cancelled';

/** Work on a file that is followed, and can be stopped. */
export interface Job {
  /** @param share  done by now, 0 to 1 */
  onProgress: (share: number) => void;
  isCancelled: () => boolean;
}

/** Work that nobody follows. */
export const UNWATCHED: Job = { onProgress: () => undefined, isCancelled: () => false };

/** @throws {Cancelled} where it is no longer wanted */
export function checkWanted({ isCancelled }: Job): void {
  if (isCancelled()) throw new Cancelled();
}

/** Says how far it is. @throws {Cancelled} */
export function report(job: Job, share: number): void {
  checkWanted(job);
  job.onProgress(share);
}

/** The same, said at each hundredth alone: a page need not hear more. */
export function inHundredths(onProgress: (share: number) => void): (share: number) => void {
  let said = 0;
  return (share) => {
    if (share - said < 0.01 && share < 1) return;
    said = share;
    onProgress(share);
  };
}
