import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { localPath } from './local-path';

describe('a path within the book', () => {
  it.each(['/', '/today', '/plant/machines/BM-1?x=1#a', '/log?text=%C3%A9', '/a//b'])('%s is one', (text) => {
    expect(localPath(text)).toBe(text);
  });

  it.each([
    '',
    'today',
    '//evil.example',
    '/\\evil.example',
    '/%09/evil.example',
    '/\t/evil.example',
    '/.//evil.example',
    '/..//evil.example',
    '/%2f/evil.example',
    '/%5cevil.example',
    'https://evil.example',
    'javascript:alert(1)',
    '/é',
    '/a b',
    `/${'a'.repeat(2001)}`,
  ])('%s is none', (text) => {
    expect(localPath(text)).toBeUndefined();
  });

  it('never leads elsewhere, whatever it is', () => {
    const sign = fc.constantFrom(...'/\\.%09fFaA2c5?#@:\t\n');
    fc.assert(
      fc.property(fc.array(sign, { maxLength: 12 }), (signs) => {
        const path = localPath(`/${signs.join('')}`);
        if (path === undefined) return;
        expect(new URL(path, 'http://book.example').host).toBe('book.example');
      }),
      { numRuns: 2000 },
    );
  });
});
