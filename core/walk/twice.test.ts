import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Given, givenTwice, pairOf } from './twice';

const hour = 3_600_000;
const given = (id: string, change: Partial<Given> = {}): Given => ({
  id,
  taskIds: ['t'],
  roundId: null,
  happenedMs: 10 * hour,
  receivedMs: 10 * hour,
  ...change,
});
const mine = given('mine', { roundId: 'R', happenedMs: 11 * hour, receivedMs: 15 * hour });
const planned = new Map([['R', 8 * hour]]);
const pairs = (all: Given[], settled?: Set<string>) =>
  givenTwice(all, planned, settled).map(({ first, second }) => [first.id, second.id]);

describe('what was given twice', () => {
  it('is what somebody else did after the plan of the round was read, whichever was first', () => {
    expect(pairs([mine, given('earlier')])).toEqual([['earlier', 'mine']]);
    expect(pairs([mine, given('later', { happenedMs: 12 * hour, receivedMs: 12 * hour })])).toEqual([
      ['mine', 'later'],
    ]);
  });

  it('is what was done before and came in late, also on another walk', () => {
    expect(pairs([mine, given('late', { happenedMs: 6 * hour, receivedMs: 9 * hour, roundId: 'S' })])).toEqual([
      ['late', 'mine'],
    ]);
  });

  it.each<[string, Given]>([
    ['the plan knew of it', given('known', { happenedMs: 6 * hour, receivedMs: 7 * hour })],
    ['it is of the same walk', given('same', { roundId: 'R' })],
    ['it is another task', given('other', { taskIds: ['u'] })],
    ['it is days apart', given('far', { happenedMs: 11 * hour + 49 * hour, receivedMs: 60 * hour })],
  ])('is not what is none: %s', (_, other) => expect(pairs([mine, other])).toEqual([]));

  it('is settled by its pair alone', () => {
    const all = [mine, given('a'), given('b')];
    expect(pairs(all, new Set([pairOf('a', 'mine')]))).toEqual([['b', 'mine']]);
  });

  it('names each pair of a task once, in whatever order they came', () => {
    const some = fc.uniqueArray(
      fc.record({
        id: fc.string({ minLength: 1 }),
        taskIds: fc.constantFrom(['t'], ['u'], ['t', 'u']),
        roundId: fc.constantFrom(null, 'R', 'S'),
        happenedMs: fc.integer({ min: 0, max: 100 * hour }),
        receivedMs: fc.integer({ min: 0, max: 100 * hour }),
      }),
      { selector: ({ id }) => id, maxLength: 8 },
    );
    fc.assert(
      fc.property(some, fc.integer({ min: 0, max: 50 * hour }), (all, at) => {
        const rounds = new Map([
          ['R', at],
          ['S', at],
        ]);
        const names = (found: ReturnType<typeof givenTwice>) =>
          found.map(({ first, second }) => pairOf(first.id, second.id)).sort();
        const found = names(givenTwice(all, rounds));
        expect(new Set(found).size).toBe(found.length);
        expect(names(givenTwice([...all].reverse(), rounds))).toEqual(found);
      }),
    );
  });
});
