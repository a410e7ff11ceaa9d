/** What was asked for is no longer wanted. */
export class Cancelled extends Error {}

/** @throws whatever else it was */
export function nullWhenCancelled(error: unknown): null {
  if (error instanceof Cancelled) return null;
  throw error;
}
