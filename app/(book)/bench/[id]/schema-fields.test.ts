import { describe, expect, it } from 'vitest';
import { describeMethod, runMethod } from '@/core/method';
import { methods } from '@/core/methods';
import { type JsonSchema, emptyOf, valueOf } from './schema-fields';

const number: JsonSchema = { type: 'number' };
const list: JsonSchema = {
  type: 'array',
  items: { type: 'object', properties: { at: { type: 'string' }, value: number }, required: ['at', 'value'] },
};

describe('what is typed on the bench', () => {
  it.each([
    ['46', 46],
    [' 46.5 ', 46.5],
    ['46,5', 46.5],
    ['-3', -3],
    ['', undefined],
    ['1,500', '1,500'],
    ['abc', 'abc'],
    ['1e400', '1e400'],
  ])('"%s" is sent as %s', (typed, value) => {
    expect(valueOf(number, typed, false)).toBe(value);
  });

  it('leaves empty optional groups and lists out, and sends needed ones empty', () => {
    expect(valueOf(list, [], false)).toBeUndefined();
    expect(valueOf(list, [], true)).toEqual([]);
    expect(valueOf({ type: 'object', properties: { hours: number } }, { hours: '' }, false)).toBeUndefined();
    expect(valueOf({ type: 'object', properties: { hours: number } }, { hours: '' }, true)).toEqual({});
    expect(valueOf(list, [{ at: '2026-01-01T00:00Z', value: '5' }], true)).toEqual([
      { at: '2026-01-01T00:00Z', value: 5 },
    ]);
  });

  it.each(methods.map((method) => [method.id, method] as const))(
    'an empty form of %s is answered with words, not with a fault',
    async (_, method) => {
      const schema = describeMethod(method).input as JsonSchema;
      const run = await runMethod(method, valueOf(schema, emptyOf(schema), true));
      expect(run.ok).toBe(false);
      if (!run.ok)
        expect(run.problems.every(({ code }) => ['missing', 'rule', 'too-small', 'invalid-value'].includes(code))).toBe(
          true,
        );
    },
  );

  it('starts from the defaults of the schema', () => {
    expect(emptyOf({ type: 'number', default: 0.9 })).toBe('0.9');
    expect(emptyOf(list)).toEqual([]);
  });
});
