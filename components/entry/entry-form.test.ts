import { describe, expect, it } from 'vitest';
import { type EntryContext, type EntryValues, bodyOf, emptyEntry } from './entry-form';
import { readingDoubt } from './reading-doubt';
import { instantOf } from './when-field';

const context: EntryContext = {
  tasks: [],
  holds: { holdsL: null, holdsG: null },
  calendar: { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 360 },
  lubricants: [{ value: 'L', label: 'G-22' }],
  guns: [{ value: 'GUN', label: 'Gun', gramsPerStroke: 1.2, lubricantId: 'L' }],
};
const body = (change: Partial<EntryValues>) => bodyOf({ ...emptyEntry, when: '', ...change }, context);

describe('what is typed at a point becomes an entry', () => {
  it('turns strokes of a gun into grams, and keeps grams where they are given', () => {
    expect(body({ kind: 'grease', lubricantId: 'L', gunId: 'GUN', strokes: '10' })).toMatchObject({
      ok: true,
      body: { massG: 12, strokes: 10, gunId: 'GUN' },
    });
    expect(body({ kind: 'grease', lubricantId: 'L', mass: '1 oz wt' })).toMatchObject({
      ok: true,
      body: { massG: expect.closeTo(28.35, 2), typed: { mass: '1 oz wt' } },
    });
  });

  it.each([
    [{ kind: 'grease', mass: '5' }, 'lubricantId'],
    [{ kind: 'grease', lubricantId: 'L' }, 'mass'],
    [{ kind: 'grease', lubricantId: 'L', gunId: 'GUN', strokes: '1,5' }, 'strokes'],
    [{ kind: 'oil-change', lubricantId: 'L', volume: '-3' }, 'volume'],
    [{ kind: 'oil-change', lubricantId: 'L', volume: '3', drained: 'some' }, 'drained'],
    [{ kind: 'top-up', lubricantId: 'L', volume: '1,500' }, 'volume'],
    [{ kind: 'top-up', lubricantId: 'L', volume: '999999' }, 'volume'],
    [{ kind: 'note', note: ' ' }, 'note'],
    [{ kind: 'finding', note: 'x'.repeat(5000) }, 'note'],
    [{ kind: 'commissioning', basis: 'done-on' }, 'on'],
    [{ kind: 'commissioning', basis: 'done-on', on: '2199-01-01' }, 'on'],
    [{ kind: 'commissioning', basis: 'at-hours' }, 'hours'],
  ] as const)('asks back for %j at %s', (change, field) => {
    const answer = body(change as Partial<EntryValues>);
    expect(answer.ok ? [] : Object.keys(answer.fields)).toEqual([field]);
  });

  it('leaves empty notes out', () => {
    expect(body({ kind: 'check' })).toEqual({ ok: true, body: { result: 'in-order' } });
    expect(body({ kind: 'skip', reason: 'unsafe' })).toEqual({ ok: true, body: { reason: 'unsafe' } });
  });
});

describe('a reading in doubt', () => {
  const at = Date.parse('2026-06-15T08:00:00Z');
  const meter = {
    id: 'm',
    machineId: 'x',
    name: 'Hour meter',
    unit: 'hours',
    lastValue: 5000,
    lastAt: '2026-06-08T08:00:00Z',
    maxPerDay: 24,
    resolution: 0.1,
    rolloverAt: null,
  };
  it.each([
    [5100, null],
    [5168, null],
    [5169, 'digit too many'],
    [4999, 'backwards'],
  ])('%d: %s', (value, words) => {
    const doubt = readingDoubt(meter, value, at);
    if (words === null) expect(doubt).toBeNull();
    else expect(doubt).toContain(words);
  });

  it('knows a dial that rolls over', () => {
    const rolling = { ...meter, rolloverAt: 10_000, lastValue: 9950 };
    expect(readingDoubt(rolling, 30, at)).toBeNull();
    expect(readingDoubt(rolling, 12_000, at)).toContain('cannot show');
    expect(readingDoubt({ ...meter, lastValue: null, lastAt: null }, 3, at)).toBeNull();
  });
});

describe('when it happened', () => {
  it('is read on the plant’s clock, summer and winter', () => {
    expect(instantOf('2026-01-15T08:00', 'Europe/Vienna')).toEqual({
      ok: true,
      happenedAt: '2026-01-15T07:00:00.000Z',
      offsetMinutes: 60,
    });
    expect(instantOf('2026-07-15T08:00', 'Europe/Vienna')).toEqual({
      ok: true,
      happenedAt: '2026-07-15T06:00:00.000Z',
      offsetMinutes: 120,
    });
  });

  it.each([
    ['', 'Choose'],
    ['2190-01-01T08:00', 'future'],
    ['1900-01-01T08:00', 'year'],
    ['2026-02-30T08:00', '2026-02-30 is no day'],
    ['yesterdayT08:00', 'yesterday is no day'],
    ['2026-02-20T8 pm', '8 pm is no time'],
    ['2026-02-20T', 'a time'],
  ])('"%s" is refused', (typed, words) => {
    expect(instantOf(typed, 'UTC')).toMatchObject({ ok: false, reason: expect.stringContaining(words) });
  });

  it('is refused in the hour that the clock jumps over; of one that comes twice the first is taken', () => {
    expect(instantOf('2026-03-29T02:30', 'Europe/Vienna')).toMatchObject({
      ok: false,
      reason: expect.stringContaining('put forward'),
    });
    expect(instantOf('2026-10-25T02:30', 'Europe/Vienna')).toMatchObject({ happenedAt: '2026-10-25T00:30:00.000Z' });
  });
});
