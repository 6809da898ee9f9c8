import { describe, expect, it } from 'vitest';
import { countOf, nextStep } from './lib/rejoining.mjs';

const ended = (name: string, count: number) => ({ name, position: `6f1c-22:${count}` as const });
const runs = (name: string, standing: 'whole' | 'alone' | 'away', committed?: number) => ({
  name,
  standing,
  committed,
});
/** What each of those that have ended does. */
const steps = (...all: Parameters<typeof nextStep>[1]) =>
  all.filter((node) => 'position' in node).map(({ name }) => nextStep(name, all));

it('a position names a write', () => expect(countOf('6f1c-22:1041')).toBe(1041));

describe('a node that has ended', () => {
  it('joins one that is whole, however far it came itself', () => {
    expect(steps(ended('one', 900), runs('two', 'away'), runs('three', 'whole'))).toEqual([
      { does: 'join', whom: 'three' },
    ]);
    expect(steps(ended('one', 7), runs('two', 'whole'), ended('three', 9))).toEqual([
      { does: 'join', whom: 'two' },
      { does: 'join', whom: 'two' },
    ]);
  });

  it('begins where all have ended and it has the most', () =>
    expect(steps(ended('one', 104), ended('two', 107), ended('three', 105))).toEqual([
      { does: 'wait' },
      { does: 'begin' },
      { does: 'wait' },
    ]));

  it('leaves it to the first of those that have as much', () =>
    expect(steps(ended('one', 9), ended('two', 12), ended('three', 12))).toEqual([
      { does: 'wait' },
      { does: 'begin' },
      { does: 'wait' },
    ]));

  it('never begins while another is being started, which may have more than its last word', () => {
    expect(steps(ended('one', 12), ended('two', 9), runs('three', 'away'))).toEqual([
      { does: 'wait' },
      { does: 'wait' },
    ]);
    expect(steps(ended('one', 12), runs('two', 'away'), runs('three', 'away'))).toEqual([{ does: 'wait' }]);
  });
});

describe('where only one still runs and has lost the others', () => {
  it('lets it begin where it has everything', () =>
    expect(nextStep('one', [ended('one', 12), ended('two', 11), runs('three', 'alone', 12)])).toEqual({
      does: 'let begin',
      whom: 'three',
    }));

  it('ends it where another acknowledged more', () =>
    expect(nextStep('two', [ended('one', 11), ended('two', 13), runs('three', 'alone', 12)])).toEqual({
      does: 'end',
      whom: 'three',
    }));

  it('waits while it does not say how far it came, or two of them run', () => {
    expect(nextStep('one', [ended('one', 12), ended('two', 11), runs('three', 'alone')])).toEqual({ does: 'wait' });
    expect(nextStep('one', [ended('one', 12), runs('two', 'alone', 12), runs('three', 'alone', 12)])).toEqual({
      does: 'wait',
    });
  });
});

it('of any three that ended exactly one begins, and nobody has more than it', () => {
  for (let places = 0; places < 64; places += 1) {
    const all = [ended('one', places % 4), ended('two', (places >> 2) % 4), ended('three', places >> 4)];
    const begin = all.filter(({ name }) => nextStep(name, all).does === 'begin');
    expect(begin).toHaveLength(1);
    expect(countOf(begin[0]!.position)).toBe(Math.max(...all.map(({ position }) => countOf(position))));
  }
});
