import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const css = readFileSync('app/styles/tokens.css', 'utf8');

/** The colours of a theme: its own, over those of the light one. */
function coloursOf(theme: string): Record<string, string> {
  const blocks = [':root', `[data-theme='${theme}']`].map(
    (selector) => css.split(`${selector} {`)[1]?.split('}')[0] ?? '',
  );
  return Object.fromEntries(
    blocks.flatMap((block) => [...block.matchAll(/--([\w-]+): (#[0-9a-f]{6})/g)].map(([, name, hex]) => [name, hex])),
  ) as Record<string, string>;
}

/** Relative luminance, as WCAG 2 defines it. */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((from) => {
    const share = Number.parseInt(hex.slice(from, from + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function contrast(a: string, b: string): number {
  const [dark = 0, light = 0] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light + 0.05) / (dark + 0.05);
}

const GROUNDS = ['page', 'sheet', 'sheet2'];
const INKS = ['ink', 'ink2', 'ink3', 'mark', 'out', 'in', 'warn'];
const PAIRS = [
  ...GROUNDS.flatMap((ground) => INKS.map((ink) => [ink, ground] as const)),
  ...(['ink', 'ink2', 'mark'] as const).map((ink) => [ink, 'mark-soft'] as const),
  ['warn', 'warn-soft'] as const,
  ['ink', 'warn-soft'] as const,
  ['on-mark', 'mark'] as const,
];

describe.each(['light', 'dark', 'night'])('the %s theme', (theme) => {
  const colours = coloursOf(theme);
  it.each(PAIRS)('shows %s on %s at 4.5 : 1 or more', (ink, ground) => {
    expect(contrast(colours[ink] ?? '', colours[ground] ?? '')).toBeGreaterThanOrEqual(4.5);
  });
});
