import { readFileSync, writeFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import * as z from 'zod';
import { Rig } from '../rig/rig';
import { RIG_FORMAT, RIG_VERSION } from '../rig/version';

const FILE = new URL('../../docs/rig-file.schema.json', import.meta.url);

/**
 * What a plan may hold, with every limit, for whoever writes rig files by another program: kept as figures are (KEEP=1 writes it down
 * anew), so that no limit moves by itself. What a schema of this kind cannot say (a known time zone, ids that are there) is not in it.
 */
it('the schema of the rig file in the docs is that which files are read by', () => {
  const { $schema, ...plan } = z.toJSONSchema(Rig, { io: 'input', unrepresentable: 'any', reused: 'ref' });
  const text = `${JSON.stringify({ $schema, title: `rig of ${RIG_FORMAT}, version ${RIG_VERSION}`, ...plan }, null, 1)}\n`;
  if (process.env['KEEP']) writeFileSync(FILE, text);
  expect(readFileSync(FILE, 'utf8')).toBe(text);
});
