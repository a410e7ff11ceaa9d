/** What went wrong, in the words of whoever threw it. */
export const errorText = (error: unknown): string => (error instanceof Error ? error.message : String(error));
