import { describe, expect, it } from 'vitest';
import { line, longText } from './typed-field';

const name = line('Name', { required: true, max: 10 });
const words = (result: { success: boolean; error?: { issues: { message: string }[] } }) =>
  result.success ? '' : result.error!.issues[0]!.message;

describe('a name', () => {
  it('is the same letters however they were typed, without spaces at its ends', () => {
    expect(name.parse('  Cafe\u0301 ')).toBe('Café');
    expect(name.parse('Café')).toBe('Café');
  });

  it.each(['bell \u0007', 'two\nlines', 'a\tb', 'half \ud83d', 'c\u0085'])('refuses %j in words', (typed) => {
    expect(words(name.safeParse(typed))).toContain('Name: holds a sign that cannot be shown');
  });

  it('is needed, and no longer than it may be', () => {
    expect(words(name.safeParse('   '))).toBe('Name: is needed here.');
    expect(words(name.safeParse('12345678901'))).toContain('at most 10 characters');
  });
});

describe('a longer text', () => {
  it('keeps its lines, whichever way they end, and refuses what cannot be shown', () => {
    expect(longText('Cautions').parse('one\r\ntwo\rthree\tfour')).toBe('one\ntwo\nthree\tfour');
    expect(words(longText('Cautions').safeParse('bell \u0007'))).toContain('Cautions: holds a sign');
  });
});
