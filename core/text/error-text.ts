/**
 * What went wrong, in the words of whoever threw it.
 * @example errorText(new Error('no room')) // "no room"
 */
export const errorText = (error: unknown): string => (error instanceof Error ? error.message : String(error));
