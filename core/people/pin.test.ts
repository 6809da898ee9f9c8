import { describe, expect, it } from 'vitest';
import { pinFault } from './pin';

describe('a PIN', () => {
  it.each(['4071', '20260', '83914720'])('%s is taken', (pin) => expect(pinFault(pin)).toBeUndefined());
  it.each([
    ['', /4 to 8/],
    ['123', /4 to 8/],
    ['123456789', /4 to 8/],
    ['12a4', /4 to 8/],
    ['1234', /in a row/],
    ['9876', /in a row/],
    ['0000', /in a row/],
    ['1987', /years/],
  ])('%s is not', (pin, why) => expect(pinFault(pin)).toMatch(why));
});
