import { describe, expect, it } from 'vitest';
import { passwordFault, waitAfter } from './password';

const isCommon = (word: string) => ['passwordpassword', 'letmeinletmein', 'unbelievable'].includes(word);
const fault = (password: string) => passwordFault(password, ['Hanna Brückl', 'HB', 'Moorfeld Tileworks'], isCommon);

describe('a password', () => {
  it.each(['three cranes on a wall', 'ölkanne-unter-dem-tisch', 'x7$kQ!92mLpz'])('%s is taken', (password) => {
    expect(fault(password)).toBeUndefined();
  });

  it.each([
    ['short', /at least 12 characters; this has 5/],
    ['ÄÖÜäöüß¾½¼³', /this has 11/],
    ['y'.repeat(129), /at most 128/],
    ['121212121212', /same few characters/],
    ['PasswordPassword', /many people/],
    ['unbelievable1234!', /many people/],
    ['moorfeld2026', /“moorfeld”/],
    ['Hanna-Brückl-1', /“hanna”|“brückl”/],
  ])('%s is refused in words', (password, words) => {
    expect(fault(password)).toMatch(words);
  });

  it('may hold a name among much else', () => {
    expect(fault('hanna rides a green tractor')).toBeUndefined();
  });
});

describe('the wait after wrong ones', () => {
  it('is none at first, then doubles, and ends at a quarter of an hour', () => {
    expect([0, 1, 2, 3, 4, 5, 10].map(waitAfter)).toEqual([0, 0, 0, 1000, 2000, 4000, 128_000]);
    expect(waitAfter(60)).toBe(900_000);
  });
});
