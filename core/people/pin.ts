/** Short enough for gloves; it opens nothing but a device whose key it goes with, and a few wrong ones end it. */
export const shortestPin = 4;
export const longestPin = 8;
/** After so many wrong ones in a row the PIN is no more: one's password is asked for, here and nowhere else. */
export const wrongPinsAllowed = 5;

const inARow = (digits: readonly number[], step: number): boolean =>
  digits.every((digit, place) => place === 0 || digit - digits[place - 1]! === step);

/**
 * Why a PIN cannot be taken, in words; undefined where it can.
 * @example pinFault('1234') // 'PIN: figures in a row are tried first.'
 */
export function pinFault(pin: string): string | undefined {
  if (!/^\d+$/.test(pin) || pin.length < shortestPin || pin.length > longestPin)
    return `PIN: ${shortestPin} to ${longestPin} figures.`;
  const digits = [...pin].map(Number);
  if ([0, 1, -1].some((step) => inARow(digits, step))) return 'PIN: figures in a row are tried first.';
  return /^(19|20)\d\d$/.test(pin) ? 'PIN: years are tried first.' : undefined;
}
