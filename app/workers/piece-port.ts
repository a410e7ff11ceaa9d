import type { FilePiece } from '@core/logbook/import/import-options';
import { errorText } from '@core/text/error-text';

/** Pieces that may be on their way at once. */
const AHEAD = 4;

type Ask = { ask: 'open' | 'more'; round: number };
type Answer = { round: number } & (FilePiece | { ended: true } | { failed: string });

/**
 * Gives the pieces of a file out over a port, a few ahead of what was asked for: the reading of the file then runs beside
 * the reading of its rows. Each 'open' begins at the start.
 */
export function servePieces(port: MessagePort, open: () => AsyncIterable<FilePiece>): void {
  let round = 0;
  let credit = 0;
  let wake = (): void => undefined;
  port.onmessage = ({ data }: MessageEvent<Ask>) => {
    if (data.ask === 'open') {
      round = data.round;
      credit = AHEAD;
      void serve(round);
    } else if (data.round === round) credit++;
    wake();
  };

  async function serve(mine: number): Promise<void> {
    try {
      for await (const { bytes, share } of open()) {
        while (credit === 0 && round === mine) await new Promise<void>((resolve) => (wake = resolve));
        if (round !== mine) return;
        credit--;
        port.postMessage({ round: mine, bytes, share }, [bytes.buffer]);
      }
      port.postMessage({ round: mine, ended: true });
    } catch (error) {
      port.postMessage({ round: mine, failed: errorText(error) });
    }
  }
}

/** The other end. @returns what opens the file at its start, as often as wanted */
export function piecesOver(port: MessagePort): () => AsyncGenerator<FilePiece> {
  let round = 0;
  return async function* () {
    const mine = ++round;
    const waiting: Answer[] = [];
    let wake = (): void => undefined;
    port.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.round !== mine) return;
      waiting.push(data);
      wake();
    };
    port.postMessage({ ask: 'open', round: mine } satisfies Ask);
    for (;;) {
      const answer = waiting.shift();
      if (answer === undefined) await new Promise<void>((resolve) => (wake = resolve));
      else if ('failed' in answer) throw new Error(answer.failed);
      else if ('ended' in answer) return;
      else {
        port.postMessage({ ask: 'more', round: mine } satisfies Ask);
        yield answer;
      }
    }
  };
}
