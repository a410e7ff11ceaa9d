import { transferHandlers } from 'comlink';

/** An error as plain data. */
interface PlainError {
  name: string;
  message: string;
  stack: string | undefined;
  /** What its class adds: a code, a quantity. */
  own: Record<string, unknown>;
}

type Sent = { isError: true; value: PlainError } | { isError: false; value: unknown };

/**
 * Lets errors cross between the page and a worker with their name and what their class adds; by themselves they arrive without. Every
 * worker and the door to it bring this in. What arrives is told by its name: it is no instance of its class any more.
 */
const usual = transferHandlers.get('throw');
if (usual) {
  transferHandlers.set('throw', {
    canHandle: usual.canHandle,
    serialize: (thrown) => {
      const { value } = thrown as { value: unknown };
      return [value instanceof Error ? { isError: true, value: plainError(value) } : { isError: false, value }, []];
    },
    deserialize: (sent) => {
      const { isError, value } = sent as Sent;
      throw isError ? errorOf(value) : value;
    },
  });
}

export const plainError = (error: Error): PlainError => ({
  name: error.name,
  message: error.message,
  stack: error.stack,
  own: Object.fromEntries(Object.entries(error).filter(([, value]) => isPlain(value))),
});

export const errorOf = ({ name, message, stack, own }: PlainError): Error =>
  Object.assign(new Error(message), own, { name, stack });

const isPlain = (value: unknown) => value === null || ['string', 'number', 'boolean'].includes(typeof value);
