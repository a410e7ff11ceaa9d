// Lays the built files beside themselves in small, once, so that the server does not do it for every browser that asks.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const ROOT = 'dist/browser';
const TEXT = /\.(js|css|html|json|svg|txt|webmanifest)$/;
/** Smaller ones fit into a packet as they are. */
const LEAST_BYTES = 1000;
/** Brotli's last two steps take four times as long, for a twelfth less. */
const QUALITY = 9;

for (const name of readdirSync(ROOT, { recursive: true })) {
  const file = path.join(ROOT, name);
  if (!TEXT.test(file)) continue;
  const bytes = readFileSync(file);
  if (bytes.length < LEAST_BYTES) continue;
  writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
  writeFileSync(
    `${file}.br`,
    brotliCompressSync(bytes, {
      params: { [constants.BROTLI_PARAM_QUALITY]: QUALITY, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length },
    }),
  );
}
