import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

/** What an example of a doc comment needs besides the module that it stands in. */
const EXAMPLE = /\* @example (.+?) \/\/ (.+?)(?: \*\/)?$/gm;
const CORE = new URL('../', import.meta.url).pathname;

const files = readdirSync(CORE, { recursive: true, encoding: 'utf8' }).filter(
  (file) => file.endsWith('.ts') && !file.includes('spec') && !file.endsWith('.d.ts'),
);
const examples = files.flatMap((file) =>
  [...readFileSync(path.join(CORE, file), 'utf8').matchAll(EXAMPLE)].map(([, does, comesTo]) => ({
    file,
    does: does ?? '',
    comesTo: (comesTo ?? '').split(/[:=] /).at(-1) ?? '',
  })),
);

describe('examples in the docs', () => {
  it('are there', () => expect(examples.length).toBeGreaterThan(50));
  it.each(examples)('$file: $does is $comesTo', async ({ file, does, comesTo }) => {
    const module = (await import(path.join(CORE, file))) as Record<string, unknown>;
    const names = Object.keys(module);
    const run = new Function(...names, `return (${does});`) as (...values: unknown[]) => unknown;
    const found = run(...names.map((name) => module[name]));
    const wanted = JSON.parse(comesTo) as unknown;
    if (typeof wanted === 'number')
      expect(found as number).toBeCloseTo(wanted, 8 - Math.ceil(Math.log10(Math.abs(wanted) + 1)));
    else expect(found).toEqual(wanted);
  });
});
