import { describe, expect, it } from 'vitest';
import { estimateDay } from './day-estimate';
import { guessLayout } from './guess-layout';

const text = {
  encode: (all: string) => new TextEncoder().encode(all),
  decode: (bytes: Uint8Array) => new TextDecoder().decode(bytes),
};
const HEAD = 'time,voltage,current';
const row = (time: string, currentA: number) => `2026-03-01 ${time}:00,12.8,${currentA}`;
/** What stretches of rows come to, read as a file of them would be. */
function dayOf(...stretches: string[][]) {
  const head = [
    HEAD,
    ...Array.from({ length: 50 }, (_, k) => row(`00:${String(k + 10).slice(-2)}`, k % 2 ? 1.5 : -1.5)),
  ];
  const layout = guessLayout(head.join('\n'), [], 'UTC', 12.8);
  if ('refused' in layout) throw new Error(layout.refused);
  const samples = stretches.map((rows) => rows.join('\n'));
  return estimateDay(samples, layout.mapping, HEAD.split(',').length, text);
}

describe('what a usual day of a file comes to', () => {
  it('by hand: an hour out at 2 A and an hour in at 3 A are 24 and 36 Ah of a day', () => {
    expect(dayOf([row('01:00', -2), row('02:00', -2)], [row('10:00', 3), row('11:00', 3)])).toEqual({
      inAh: expect.closeTo(36, 9) as number,
      outAh: expect.closeTo(24, 9) as number,
    });
  });
  it('is none where no row follows another: one alone, two at the same instant, or more than six hours apart', () => {
    expect(dayOf([row('01:00', -2)])).toBeNull();
    expect(dayOf([row('01:00', -2), row('01:00', -3)])).toBeNull();
    expect(dayOf([row('01:00', -2), row('07:01', -2)])).toBeNull();
    expect(dayOf([row('01:00', -2), row('07:00', -2)])).toEqual({ inAh: 0, outAh: expect.closeTo(48, 9) as number });
    expect(dayOf()).toBeNull();
  });
});
