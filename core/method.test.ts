import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { instant, quantity, timeZone } from './fields/fields';
import {
  allNumbersFinite,
  answer,
  computeStored,
  defineMethod,
  describeMethod,
  refuse,
  runMethod,
  shown,
} from './method';
import { problemsOf } from './problems';

describe('numbers in a working', () => {
  it.each([
    [0, '0'],
    [1.5, '1.5'],
    [-1.5, '−1.5'],
    [11.896_37, '11.896'],
    [9649, '9649'],
    [10_000, '10\u202f000'],
    [-142_500, '−142\u202f500'],
    [1_234_567.8, '1\u202f234\u202f568'],
    [0.000_012_34, '1.234e−5'],
    [2e9, '2.000e9'],
    [0.1 + 0.2, '0.3'],
    [Number.POSITIVE_INFINITY, 'Infinity'],
  ])('%f is written %s', (value, words) => {
    expect(shown(value)).toBe(words);
  });

  it('stay within five digits of what they are', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e8, max: 1e8, noNaN: true }), (value) => {
        const back = Number(shown(value).replace('−', '-').replace('e−', 'e-').replaceAll('\u202f', ''));
        expect(Math.abs(back - value)).toBeLessThanOrEqual(Math.abs(value) * 6e-4 + 1e-12);
      }),
    );
  });
});

const half = defineMethod({
  id: 'test.half',
  version: 3,
  title: 'Half',
  summary: 'Half of a number.',
  source: 'Arithmetic',
  input: z.strictObject({
    whole: quantity('Whole', 'g', { min: 0, max: 100 }),
    divisor: quantity('Divisor', '', { min: 0, max: 10 }).default(2),
  }),
  output: z.object({ part: z.number().meta({ title: 'Part', unit: 'g' }) }),
  rules: [],
  compute: ({ whole, divisor }) =>
    whole === 13
      ? refuse('Not thirteen.', 'whole')
      : answer({ part: whole / divisor }, [
          { label: 'Half', expression: `${whole} / ${divisor}`, value: whole / divisor, unit: 'g' },
        ]),
});

describe('running a method', () => {
  it('answers with everything that is stored beside a number', async () => {
    expect(await runMethod(half as never, { whole: 5 })).toEqual({
      ok: true,
      method: 'test.half',
      version: 3,
      result: { part: 2.5 },
      working: [{ label: 'Half', expression: '5 / 2', value: 2.5, unit: 'g' }],
      notices: [],
      source: 'Arithmetic',
    });
  });

  it.each([
    [{ whole: 13 }, '/whole', 'refused'],
    [{ whole: 1, divisor: 0 }, '', 'out-of-reach'],
    [{ whole: -1 }, '/whole', 'too-small'],
    [{ whole: 101 }, '/whole', 'too-big'],
    [{}, '/whole', 'missing'],
    [{ whole: '5' }, '/whole', 'invalid-type'],
    [{ whole: 5, more: 1 }, '/more', 'unknown-field'],
    [null, '', 'invalid-type'],
  ])('%j is a problem at "%s": %s', async (input, pointer, code) => {
    expect(await runMethod(half as never, input)).toMatchObject({ ok: false, problems: [{ pointer, code }] });
  });

  it('computing for storing keeps what was put in, without what was left empty', () => {
    expect(computeStored(half, { whole: 8, divisor: undefined })).toMatchObject({
      ok: true,
      result: { part: 4 },
      stored: { methodId: 'test.half', version: 3, input: { whole: 8 } },
    });
    expect(computeStored(half, { whole: null })).toMatchObject({
      ok: false,
      fields: ['whole'],
      reason: 'Whole: is missing.',
    });
    expect(computeStored(half, { whole: 13 })).toMatchObject({ ok: false, fields: ['whole'], reason: 'Not thirteen.' });
    expect(computeStored(half, { whole: 1, divisor: 0 })).toMatchObject({ ok: false });
  });

  it('publishes defaults as not needed', () => {
    const { input } = describeMethod(half as never) as { input: { required: string[] } };
    expect(input.required).toEqual(['whole']);
  });

  it('finds a number that is none, however deep', () => {
    expect(allNumbersFinite({ a: [1, { b: 2 }], c: null, d: 'NaN' })).toBe(true);
    expect(allNumbersFinite({ a: [1, { b: Number.NaN }] })).toBe(false);
    expect(allNumbersFinite([Number.NEGATIVE_INFINITY])).toBe(false);
  });
});

describe('instants and time zones', () => {
  it.each([
    ['2026-03-01T06:00:00Z', true],
    ['2026-03-01T06:00Z', true],
    ['2026-03-01T07:00:00.123+01:00', true],
    ['2026-02-29T06:00:00Z', false],
    ['2028-02-29T06:00:00Z', true],
    ['2026-03-01T24:00:00Z', false],
    ['2026-03-01T06:00:00', false],
    ['2026-03-01', false],
    ['1899-12-31T00:00:00Z', false],
    ['2200-01-01T00:00:00Z', false],
    ['', false],
  ])('%s: %s', (text, right) => {
    expect(instant('At').safeParse(text).success).toBe(right);
  });

  it.each([
    ['UTC', true],
    ['Europe/Vienna', true],
    ['Mars/Olympus', false],
    ['', false],
  ])('the zone %s: %s', (name, right) => {
    expect(timeZone.safeParse(name).success).toBe(right);
  });
});

describe('words for what is wrong', () => {
  const schema = z.strictObject({
    list: z.array(z.number()).min(1).max(2).meta({ title: 'List' }),
    kind: z.enum(['a', 'b']).meta({ title: 'Kind' }),
    'odd/name~': z.string().min(1).optional(),
  });
  const said = (input: unknown) => problemsOf(schema.safeParse(input, { reportInput: true }).error!, schema);

  it.each([
    [{ list: [], kind: 'a' }, '/list', 'List: needs at least 1.'],
    [{ list: [1, 2, 3], kind: 'a' }, '/list', 'List: may have at most 2 entries.'],
    [{ list: ['x'], kind: 'a' }, '/list/0', '0: must be a number.'],
    [{ list: [1], kind: 'c' }, '/kind', 'Kind: must be one of "a", "b".'],
    [{ list: [1] }, '/kind', 'Kind: is missing. It is one of "a", "b".'],
    [{ list: [1], kind: 'a', 'odd/name~': '' }, '/odd~1name~0', 'odd/name~: must not be empty.'],
    [
      { list: [1], kind: 'a', surplus: 1 },
      '/surplus',
      '"surplus" is not a field here. Check its spelling, or leave it out.',
    ],
  ])('%j', (input, pointer, detail) => {
    expect(said(input)).toContainEqual(expect.objectContaining({ pointer, detail }));
  });
});
