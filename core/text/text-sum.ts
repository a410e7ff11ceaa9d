/**
 * A short mark of a text, by which those that begin alike are told apart; no secret.
 * @example textSum('a') // "2p"
 */
export function textSum(text: string): string {
  let sum = 0;
  for (const char of text) sum = (Math.imul(sum, 31) + (char.codePointAt(0) ?? 0)) >>> 0;
  return sum.toString(36);
}
