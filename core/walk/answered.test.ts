import { describe, expect, it } from 'vitest';
import { withEntry, withoutEntry } from './answered';
import type { WalkDocument } from './document';
import type { RoundEntry } from './round-entry';

const stop = (taskId: string) =>
  ({ taskId, answeredBy: [] as string[], written: null }) as unknown as WalkDocument['stops'][number];
const meter = {
  id: 'M',
  lastValue: 100,
  lastAt: '2026-01-01T00:00:00Z',
  readInRound: false,
} as WalkDocument['meters'][number];
const round = {
  signedAt: null,
  stops: [stop('a'), stop('b'), stop('c')],
  meters: [meter, { ...meter, id: 'N' }],
} as unknown as WalkDocument;
const entry = (change: Partial<RoundEntry>): RoundEntry => ({
  id: 'E',
  kind: 'grease',
  kindVersion: 2,
  body: {},
  happenedAt: '2026-01-02T06:00:00Z',
  machineId: 'm',
  pointId: 'p',
  personId: 'P',
  taskIds: ['b'],
  ...change,
});

const skipped = entry({ kind: 'skip', taskIds: ['a', 'b'], body: { reason: 'no time' } });
const read = entry({ kind: 'reading', taskIds: [], body: { meterId: 'M', value: 112.5 } });
const signed = entry({ kind: 'hand-over', taskIds: [] });
const found = entry({ kind: 'finding', body: { text: 'leak' } });

describe('a round with an entry on it', () => {
  it('has the stops answered that the entry names, and no others', () => {
    expect(withEntry(round, skipped).stops.map(({ written }) => written?.kind ?? 'open')).toEqual([
      'skip',
      'skip',
      'open',
    ]);
    expect(withEntry(round, entry({ taskIds: [] })).stops).toEqual(round.stops);
  });

  it('has those answered too that the task does as well, unless they have an answer of their own', () => {
    const stops = round.stops.map((each) => (each.taskId === 'c' ? each : { ...each, answeredBy: ['c'] }));
    const yearly = entry({ id: 'Y', taskIds: ['c'] });
    const all = withEntry({ ...round, stops }, yearly);
    expect(all.stops.map(({ written }) => written?.entryId)).toEqual(['Y', 'Y', 'Y']);
    expect(withoutEntry(all, yearly).stops).toEqual(stops);
    const own = [entry({ id: 'A', taskIds: ['a'] }), yearly].reduce(withEntry, { ...round, stops });
    expect(own.stops.map(({ written }) => written?.entryId)).toEqual(['A', 'Y', 'Y']);
    expect(withEntry({ ...round, stops }, entry({ kind: 'skip', taskIds: ['c'] })).stops[0]!.written).toBeNull();
  });

  it('has the meter read, or the round signed, and a finding answers no stop', () => {
    expect(withEntry(round, read).meters).toMatchObject([
      { readInRound: true, lastValue: 112.5, lastAt: read.happenedAt },
      { readInRound: false, lastValue: 100 },
    ]);
    expect(withEntry(round, signed).signedAt).toBe(signed.happenedAt);
    expect(withEntry(round, found)).toEqual(round);
  });

  it.each([
    ['a skip', skipped],
    ['a reading', read],
    ['the signature', signed],
    ['a finding', found],
  ])('is the same when %s is laid over it twice', (_, given) => {
    const once = withEntry(round, given);
    expect(withEntry(once, given)).toEqual(once);
    expect(round.stops.every(({ written }) => written === null)).toBe(true);
  });
});

describe('a round after an entry was taken off', () => {
  it('has the stops open again that this entry answered, not those that another did', () => {
    const other = entry({ id: 'F', taskIds: ['c'] });
    const left = withoutEntry([skipped, other].reduce(withEntry, round), skipped);
    expect(left.stops.map(({ written }) => written?.entryId ?? 'open')).toEqual(['open', 'open', 'F']);
  });

  it('asks for the meter again, and for the signature', () => {
    expect(withoutEntry(withEntry(round, read), read).meters[0]).toMatchObject({ readInRound: false });
    expect(withoutEntry(withEntry(round, signed), signed).signedAt).toBeNull();
  });
});
