import { describe, expect, it } from 'vitest';
import { QuantityError } from '@core/quantity/quantity-error';
import { errorOf, plainError } from './throw-handler';

describe('an error that crosses a worker', () => {
  it('keeps its name, its words and what its class adds', () => {
    const crossed = errorOf(structuredClone(plainError(new QuantityError('out-of-range', 'soc', 1.2))));
    expect(crossed).toMatchObject({
      name: 'QuantityError',
      message: 'soc: out-of-range (1.2)',
      code: 'out-of-range',
      quantity: 'soc',
      value: 1.2,
    });
  });
  it('leaves behind what cannot cross', () => {
    const odd = Object.assign(new Error('odd'), { act: () => 1, code: 7 });
    expect(plainError(odd).own).toEqual({ code: 7 });
  });
});
