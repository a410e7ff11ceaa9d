export type QuantityErrorCode = 'not-finite' | 'out-of-range' | 'not-integer' | 'wrong-shape';

/** A broken contract between callers inside the program; user input is checked earlier, at the border. */
export class QuantityError extends Error {
  constructor(
    readonly code: QuantityErrorCode,
    readonly quantity: string,
    readonly value: unknown,
  ) {
    super(`${quantity}: ${code} (${String(value)})`);
    this.name = 'QuantityError';
  }
}
