import { describe, expect, it } from 'vitest';
import { type Caller, refusedAtDoor } from './door';
import { limiter } from './limiter';

const rules = { limiter: limiter(0), bySession: limiter(0) };
const site = { ...rules, siteUrl: 'https://book.example' };
const caller = (change: Partial<Caller> = {}, headers: Caller['headers'] = {}): Caller => ({
  method: 'GET',
  url: '/today',
  address: '10.0.0.1',
  ...change,
  headers: { host: '127.0.0.1:3000', ...headers },
});
const code = (given: Caller, by: Parameters<typeof refusedAtDoor>[1] = rules) =>
  refusedAtDoor(given, by, 0)?.code ?? 'in';
const post = (url: string, headers: Caller['headers'] = {}) => caller({ method: 'POST', url }, headers);

describe('the door', () => {
  it.each([
    ['127.0.0.1:3000', 'in', 'in'],
    ['localhost', 'in', 'in'],
    ['[::1]:3000', 'in', 'in'],
    ['book.example', 'wrong-host', 'in'],
    ['BOOK.example', 'wrong-host', 'in'],
    ['evil.example', 'wrong-host', 'wrong-host'],
    ['127.0.0.1.evil.example', 'wrong-host', 'wrong-host'],
    ['', 'wrong-host', 'wrong-host'],
  ])('host %s: %s on this machine, %s at its site', (host, here, there) => {
    expect(code(caller({}, { host }))).toBe(here);
    expect(code(caller({}, { host }), site)).toBe(there);
  });

  it('sends away what cannot be read', () => {
    expect(code(caller({ url: '/%E0%A4%A' }))).toBe('bad-address');
    expect(code(caller({ url: `/${'a'.repeat(9000)}` }))).toBe('bad-address');
    expect(code(caller({ url: '/log?text=%' }))).toBe('in');
  });

  it.each([
    ['a program', '/api/entries', {}, 'in'],
    ['our own page', '/api/entries', { origin: 'http://127.0.0.1:3000', 'sec-fetch-site': 'same-origin' }, 'in'],
    ['a page of others', '/api/entries', { origin: 'https://evil.example' }, 'foreign'],
    ['a page of others that hides where it is', '/api/entries', { origin: 'null' }, 'foreign'],
    ['a page of others by its form', '/api/entries', { 'sec-fetch-site': 'cross-site' }, 'foreign'],
    ['a neighbouring site', '/api/entries', { 'sec-fetch-site': 'same-site' }, 'foreign'],
    ['our own form', '/open', { origin: 'http://127.0.0.1:3000' }, 'in'],
    ['a form without origin', '/open', {}, 'foreign'],
    ['a form of others', '/open', { origin: 'https://evil.example' }, 'foreign'],
  ])('%s posting to %s: %j', (_, url, headers, expected) => {
    expect(code(post(url, headers))).toBe(expected);
  });

  it('lets anybody read who follows a link from elsewhere', () => {
    expect(code(caller({}, { 'sec-fetch-site': 'cross-site', referer: 'https://mail.example' }))).toBe('in');
  });
});

describe('the limit of an address', () => {
  it('takes a backlog at once, then a steady flow, and counts what it refuses', () => {
    const by = { limiter: limiter(60), bySession: limiter(0) };
    const at = (ms: number) => refusedAtDoor(caller(), by, ms);
    for (let request = 0; request < 60; request += 1) expect(at(0)).toBeUndefined();
    expect(at(0)).toMatchObject({ code: 'too-many', retryAfterS: 1 });
    expect(at(0)).toMatchObject({ code: 'too-many', retryAfterS: 2 });
    expect(at(1000)).toMatchObject({ code: 'too-many' });
    expect(at(4100)).toBeUndefined();
    expect(refusedAtDoor(caller({ address: '10.0.0.2' }), by, 0)).toBeUndefined();
  });

  it('has a session or token that runs wild wait, and not those who come from the same address', () => {
    const by = { limiter: limiter(0), bySession: limiter(30) };
    const ask = (headers: Caller['headers']) => code(caller({}, headers), by);
    const wild = { cookie: 'light=dark; tagebuch-session=abc' };
    for (let count = 0; count < 30; count += 1) expect(ask(wild)).toBe('in');
    expect(ask(wild)).toBe('too-many');
    expect(ask({ cookie: '__Host-tagebuch-session=abc' })).toBe('too-many');
    for (const other of [{ cookie: 'tagebuch-session=abd' }, {}, { authorization: 'Bearer abc' }])
      expect(ask(other)).toBe('in');
    for (let count = 0; count < 40; count += 1) ask({ authorization: 'Bearer abc' });
    expect(ask({ authorization: 'Bearer abc' })).toBe('too-many');
    expect(ask({})).toBe('in');
  });

  it('lets nobody wait for more than a minute or so, and remembers no more than it must', () => {
    const one = limiter(60);
    for (let request = 0; request < 1000; request += 1) one.take('busy', 0);
    expect(one.take('busy', 0)).toBeLessThanOrEqual(62_000);
    for (let address = 0; address < 20_000; address += 1) one.take(`a${address}`, 1);
    expect(one.take('busy', 2)).toBe(0);
  });
});
