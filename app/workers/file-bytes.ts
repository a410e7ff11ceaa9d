import type { FilePiece } from '@core/logbook/import/import-options';

/** Pieces of a file as UTF-8 bytes, with the share of the file read so far. A byte-order mark is left out. */
export async function* fileBytes(file: Blob, encoding: string): AsyncGenerator<FilePiece> {
  const recode = encoding === 'utf-8' ? null : new TextDecoder(encoding);
  const encoder = new TextEncoder();
  const isMarked = startsWithMark(new Uint8Array(await file.slice(0, 3).arrayBuffer()));
  const rest = isMarked && !recode ? file.slice(3) : file;
  // As one stream: slice by slice takes twice as long. By its reader, since not every browser lets one loop over a stream.
  const reader = rest.stream().getReader();
  try {
    let read = 0;
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      read += value.length;
      const bytes = recode ? encoder.encode(recode.decode(value, { stream: read < rest.size })) : value;
      yield { bytes, share: read / rest.size };
    }
  } finally {
    void reader.cancel();
  }
}

const startsWithMark = (bytes: Uint8Array) => bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf;

/** UTF-16 by its mark or by zeros in every other byte, else UTF-8; one-byte codes read the same where it matters. */
export function guessEncoding(head: Uint8Array): string {
  if (head[0] === 0xff && head[1] === 0xfe) return 'utf-16le';
  if (head[0] === 0xfe && head[1] === 0xff) return 'utf-16be';
  let [even, odd] = [0, 0];
  const count = Math.min(head.length, 2000);
  for (let k = 0; k < count; k++) {
    if (head[k] !== 0) continue;
    if (k % 2 === 0) even++;
    else odd++;
  }
  if (odd > count * 0.3 && even === 0) return 'utf-16le';
  if (even > count * 0.3 && odd === 0) return 'utf-16be';
  return 'utf-8';
}

/** Whole lines of a stretch of a file as text. */
export async function linesOf(file: Blob, encoding: string, from: number, to: number): Promise<string> {
  const even = from - (from % 2);
  const bytes = new Uint8Array(await file.slice(even, to).arrayBuffer());
  const text = new TextDecoder(encoding).decode(bytes);
  const start = even === 0 ? 0 : text.search(/[\r\n]/) + 1;
  const end = to >= file.size ? text.length : Math.max(text.lastIndexOf('\n'), text.lastIndexOf('\r')) + 1;
  return text.slice(start, end > start ? end : text.length);
}
