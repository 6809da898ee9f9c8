import { describe, expect, it } from 'vitest';
import { type Seen, differences, fieldWords, thingWords, valueWords } from './change';
import { recordedThings } from './recorded';
import { changeWords } from '../entry/kinds/plan-change';

const seen = (id: string, was: Seen['was'], became: Seen['became']): Seen => ({
  thing: 'task',
  id,
  of: 'p',
  was,
  became,
});

describe('what several changes come to', () => {
  it('is one change for each thing, from what was first to what is last, and only in the fields that differ', () => {
    expect(
      differences([
        seen('1', { title: 'a', minutes: 5 }, { title: 'b', minutes: 5 }),
        seen('2', null, { title: 'new', note: '', amount: null }),
        seen('1', { title: 'b', minutes: 5 }, { title: 'c', minutes: 5 }),
      ]),
    ).toEqual([
      {
        thing: 'task',
        id: '1',
        of: 'p',
        how: 'changed',
        fields: ['title'],
        was: { title: 'a' },
        became: { title: 'c' },
      },
      { thing: 'task', id: '2', of: 'p', how: 'made', fields: ['title'], was: null, became: { title: 'new' } },
    ]);
  });

  it('is nothing where a thing ends as it began: taken out and put in again, or made and removed', () => {
    const stop = { position: 1 };
    expect(differences([seen('1', stop, null), seen('1', null, stop)])).toEqual([]);
    expect(differences([seen('1', null, stop), seen('1', stop, null)])).toEqual([]);
    expect(differences([seen('1', stop, { position: 2 }), seen('1', { position: 2 }, stop)])).toEqual([]);
  });

  it('is a removal where what was there is gone, whatever happened in between', () => {
    expect(differences([seen('1', { title: 'a' }, { title: 'b' }), seen('1', { title: 'b' }, null)])).toMatchObject([
      { how: 'removed', was: { title: 'a' }, became: null },
    ]);
  });
});

describe('words for changes', () => {
  it.each([
    ['dayStartsAtMinutes', 'day starts at minutes'],
    ['lubricantId', 'lubricant'],
    ['intervalComputed', 'interval'],
    ['note', 'note'],
  ])('field %s is %s', (field, words) => expect(fieldWords(field)).toBe(words));

  it.each([
    [null, 'nothing'],
    ['', 'nothing'],
    [0, '0'],
    [true, 'yes'],
    [false, 'no'],
    ['Hall A', 'Hall A'],
    ['{"hours":500,"days":null}', 'hours 500'],
    ['["a",{"maxPerDay":2}]', 'a, max per day 2'],
    ['[broken', '[broken'],
    ['x'.repeat(200), `${'x'.repeat(90)}…`],
  ])('value %j is %s', (value, words) => expect(valueWords(value)).toBe(words));

  it('say alike changes together, and what was made past the book', () => {
    const change = (how: 'made' | 'changed', fields: string[]) => ({
      thing: 'lube_point',
      id: 'x',
      how,
      fields,
      before: null,
      after: null,
    });
    expect(
      changeWords({ changes: [change('made', []), change('made', []), change('changed', ['name', 'machineId'])] }),
    ).toBe('2 × Lube point made; Lube point: name, machine');
    expect(changeWords({ changes: [change('made', [])], outside: true })).toMatch(/^Made past the book/);
    expect(thingWords('of_later_versions')).toBe('of later versions');
  });
});

describe('what is recorded', () => {
  it('keeps no secret, and leaves out nothing by which a thing is known', () => {
    for (const { key, secret = [], leftOut = [] } of Object.values(recordedThings)) {
      expect(key.filter((field) => leftOut.includes(field) || secret.includes(field))).toEqual([]);
    }
    for (const [thing, { secret = [] }] of Object.entries(recordedThings))
      if (/secret|link|client|feed|device|pin/.test(thing)) expect(secret.length).toBe(1);
  });
});
