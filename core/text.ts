/**
 * How typed text is taken apart. Whatever reads text that a person or a stranger sent goes over it once: spaces are made
 * single first, and patterns then say ` ?` where a space may stand; runs in them have an upper bound.
 */

/**
 * Text with single spaces, none at its ends.
 * @example singleSpaced('  EP   220 ') // 'EP 220'
 */
export const singleSpaced = (text: string): string => text.replace(/\s+/g, ' ').trim();

/**
 * Digits in groups of three from the right. @example grouped('12345', ' ') // '12 345'
 * @example grouped('20782', ' ') // '20 782'
 */
export function grouped(digits: string, separator: string): string {
  const groups: string[] = [];
  for (let end = digits.length; end > 0; end -= 3) groups.unshift(digits.slice(Math.max(0, end - 3), end));
  return groups.join(separator);
}

/** Where the run of some signs that a text begins with ends. */
export function runLength(text: string, belongs: (sign: string) => boolean): number {
  let end = 0;
  while (end < text.length && belongs(text[end]!)) end += 1;
  return end;
}

/**
 * True for text that can be stored and read again: no half characters, no control characters but tab and line feed.
 * @example isPlainText('sight glass, left') // true
 */
export const isPlainText = (text: string): boolean =>
  // eslint-disable-next-line no-control-regex -- these are what is looked for
  !/[\u0000-\u0008\u000b-\u001f\u007f-\u009f\p{Surrogate}]/u.test(text);
