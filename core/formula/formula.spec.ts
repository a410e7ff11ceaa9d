import { describe, expect, it } from 'vitest';
import { byDefault, entered } from './figure';
import { formula, sumFigure } from './formula';

const power = formula({
  id: 'test.power',
  says: 'power',
  unit: 'W',
  words: 'volts × amps',
  terms: { voltageV: { says: 'voltage', unit: 'V' }, currentA: { says: 'current', unit: 'A' } },
  compute: ({ voltageV, currentA }) => voltageV * currentA,
  source: 'Joule',
});

describe('formula', () => {
  it('computes the same number bare and with its working', () => {
    const figure = power.figure({ voltageV: entered(24), currentA: byDefault(2) });
    expect(figure.value).toBe(power.of({ voltageV: 24, currentA: 2 }));
    expect(figure.working().result.value).toBe(48);
  });
  it('keeps terms in their order with unit, origin and nested working', () => {
    const inner = power.figure({ voltageV: entered(24), currentA: entered(2) }, { key: 'inner' });
    const outer = power.figure({ voltageV: inner, currentA: byDefault(1, 'sheet') });
    expect(outer.working().terms.map((term) => [term.says, term.unit, term.origin])).toEqual([
      ['voltage', 'V', 'computed'],
      ['current', 'A', 'default'],
    ]);
    expect(outer.working().terms[0]?.working?.().terms).toHaveLength(2);
    expect(inner.id).toBe('test.power:inner');
  });
  it('adds up figures and lists every part', () => {
    const part = (amps: number) =>
      power.figure({ voltageV: entered(12), currentA: entered(amps) }, { says: `${amps} A` });
    const total = sumFigure({ id: 't', says: 'all', unit: 'W', source: 'addition' }, [part(1), part(2.5)]);
    expect(total.value).toBe(42);
    expect(total.working().terms.map((term) => term.says)).toEqual(['1 A', '2.5 A']);
  });
});
