/**
 * A path within this book, as it may stand in an address that somebody was sent; undefined for whatever leads elsewhere.
 * Browsers drop tabs and turn backslashes round, so what they would make of it is what is looked at.
 * @example localPath('/today?x=1') // '/today?x=1'
 * @example localPath('/.//evil.example') // undefined
 * @example localPath('/today') // '/today'
 * @example localPath('//elsewhere.example') // undefined
 */
export function localPath(text: string): string | undefined {
  if (!text.startsWith('/') || text.length > 2000 || !/^[\x21-\x5b\x5d-\x7e]+$/.test(text)) return undefined;
  const here = 'http://here.invalid';
  if (!URL.canParse(text, here)) return undefined;
  const { origin, pathname, search, hash } = new URL(text, here);
  // What is still encoded may be decoded once more on the way.
  return origin === here && /^\/(?![/\\]|%2f|%5c|%09|%0a|%0d)/i.test(`${pathname}/`.replace(/^\/\/$/, '/'))
    ? pathname + search + hash
    : undefined;
}
