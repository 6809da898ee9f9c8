import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findingFilter } from './finding-filter';
import { type Followed, findingStandings } from './finding-standing';

const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);
let seq = 0;
const entry = (kind: Followed['kind'], id: string, day: number, body: object, pointId: string | null = 'P'): Followed =>
  ({
    id,
    seq: (seq += 1),
    kind,
    kindVersion: 2,
    happenedAt: new Date(Date.UTC(2026, 5, day, 8)).toISOString(),
    receivedAt: new Date(Date.UTC(2026, 5, day, 9)),
    machineId: 'M',
    pointId,
    taskIds: [],
    correctedBy: null,
    body,
  }) as unknown as Followed;
const found = (id: string, day: number, change: object = {}, pointId: string | null = 'P') =>
  entry('finding', id, day, { what: 'dark', urgency: 'watch', ...change }, pointId);
const said = (does: string, day: number, findingId: string, more: object = {}) =>
  entry('follow-up', `${does}${day}`, day, { does, findingId, ...more });
const standing = (entries: Followed[], answers = (_: string) => true) => findingStandings(entries, answers, dayOf);

describe('where a finding stands', () => {
  it('is open from the day it was found, to be followed up by a day of its urgency', () => {
    expect(standing([found('a', 1), found('b', 1, { what: 'leak', urgency: 'plan' })])).toMatchObject([
      { entryId: 'a', visits: 1, joinedTo: null, ownerId: null, dueOn: '2026-07-01', daySaid: false, closedMs: null },
      { entryId: 'b', dueOn: '2026-06-08' },
    ]);
    expect(standing([found('a', 1, { what: 'jet', urgency: 'act-now' })])[0]!.dueOn).toBe('2026-06-01');
  });

  it('found again while it is open is one, planned from the third day on', () => {
    const two = [found('a', 1), found('b', 2), found('c', 2)];
    expect(standing(two)).toMatchObject([
      { entryId: 'a', joinedTo: null, visits: 2, urgency: 'watch' },
      { joinedTo: 'a', visits: 2 },
      { joinedTo: 'a' },
    ]);
    expect(standing([...two, found('d', 3)])[0]).toMatchObject({ visits: 3, urgency: 'plan', dueOn: '2026-06-08' });
    // The worst that anybody called it.
    expect(standing([...two, found('d', 2, { urgency: 'act-now' })])[0]).toMatchObject({ urgency: 'act-now' });
  });

  it('elsewhere, of another sign, or of other words of its own, is another', () => {
    const others = [
      found('a', 1),
      found('b', 1, {}, 'Q'),
      found('c', 1, {}, null),
      found('d', 1, { what: 'leak' }),
      found('e', 1, { what: 'other', text: 'Rattles' }),
      found('f', 1, { what: 'other', text: 'Smells' }),
    ];
    expect(standing(others).every(({ joinedTo }) => joinedTo === null)).toBe(true);
    expect(standing([...others, found('g', 2, { what: 'other', text: 'Smells' })]).at(-1)!.joinedTo).toBe('f');
  });

  it('is owned by whom and until when was said last', () => {
    const [one] = standing([
      found('a', 1),
      said('take', 2, 'a', { ownerId: 'X', byOn: '2026-06-20' }),
      said('take', 3, 'a', { ownerId: 'Y' }),
    ]);
    expect(one).toMatchObject({ ownerId: 'Y', dueOn: '2026-06-20', daySaid: true });
  });

  it('is closed with all that were joined to it, and comes back as a new one', () => {
    const all = standing([
      found('a', 1),
      found('b', 2),
      said('close', 4, 'b', { cause: 'seal', answeredBy: 'E' }),
      found('c', 9),
    ]);
    expect(all).toMatchObject([
      { entryId: 'a', closedBy: 'close4', closedMs: Date.UTC(2026, 5, 4, 8) },
      { entryId: 'b', closedBy: 'close4' },
      { entryId: 'c', closedMs: null, joinedTo: null, againOf: 'a', visits: 1 },
    ]);
  });

  it('stays open while nothing that holds answers it, and when it was opened again', () => {
    const close = said('close', 4, 'a', { cause: 'seal', answeredBy: 'E' });
    expect(standing([found('a', 1), close], (id) => id !== 'E')[0]!.closedMs).toBeNull();
    expect(standing([found('a', 1), close, said('reopen', 5, 'a', { reason: 'wet again' })])[0]!.closedMs).toBeNull();
    expect(standing([close])).toEqual([]);
  });

  it('does not depend on the order in which the log is read, and no finding is lost', () => {
    const log = [
      found('a', 1),
      found('b', 2),
      said('take', 2, 'a', { ownerId: 'X' }),
      said('close', 3, 'a', { cause: 'seal', answeredBy: 'E' }),
      found('c', 5),
      found('d', 6, { urgency: 'plan' }),
      said('reopen', 7, 'b', { reason: 'again' }),
      found('e', 8, { what: 'leak' }),
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray(log, { minLength: log.length }), (shuffled) => {
        expect(standing(shuffled)).toEqual(standing(log));
        expect(standing(shuffled)).toHaveLength(5);
      }),
    );
  });
});

describe('a filter of findings', () => {
  it('takes what makes sense and leaves out what does not', () => {
    expect(findingFilter.parse({})).toEqual({ which: 'open' });
    expect(findingFilter.parse({ which: 'constructor', urgency: 'red', machine: ' p1 ', after: '1 OR 1' })).toEqual({
      which: 'open',
      machine: 'P1',
    });
    expect(findingFilter.parse({ which: 'late', after: '0_2026-06-01_01ARZ3NDEKTSV4RRFFQ69G5FAV' })).toEqual({
      which: 'late',
      after: '0_2026-06-01_01ARZ3NDEKTSV4RRFFQ69G5FAV',
    });
  });
});
