import { mkdirSync, writeFileSync } from 'node:fs';
import { demoFiles } from './demo-files';

/** Writes demo/files anew: npm run demo-data. The same seeds give the same bytes. */
const folder = new URL('./files/', import.meta.url);
mkdirSync(folder, { recursive: true });
for (const [name, text] of Object.entries(demoFiles())) {
  writeFileSync(new URL(name, folder), text);
  console.log(name, text.length);
}
