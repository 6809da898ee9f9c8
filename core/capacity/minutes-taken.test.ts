import { describe, expect, it } from 'vitest';
import { minutesTaken } from './minutes-taken';

const minute = 60_000;
const round = (...answers: [at: number, ...taskIds: string[]][]) => ({
  startedAt: 0,
  answers: answers.map(([at, ...taskIds]) => ({ at: at * minute, taskIds })),
});
/** Two minutes from the start, one between stops. */
const walk = (from: string | undefined) => (from === undefined ? 2 : 1);

describe('minutes that stops took', () => {
  it('are the median of what rounds took, without the walk', () => {
    const taken = minutesTaken(
      [round([6, 'a'], [12, 'b']), round([7, 'a'], [16, 'b']), round([11, 'a'], [30, 'b'])],
      walk,
    );
    expect(taken.get('a')).toEqual({ minutes: 5, rounds: 3 });
    expect(taken.get('b')).toEqual({ minutes: 8, rounds: 3 });
  });

  it('go by when it was answered, not by how it was sent', () => {
    const taken = minutesTaken(Array(3).fill(round([12, 'b'], [6, 'a'])), walk);
    expect(taken.get('b')?.minutes).toBe(5);
  });

  it('say nothing of few rounds, of what was typed in afterwards, of pauses and of several at once', () => {
    const thrice = (...answers: Parameters<typeof round>) => minutesTaken(Array(3).fill(round(...answers)), walk);
    expect(minutesTaken([round([6, 'a']), round([6, 'a'])], walk).size).toBe(0);
    expect([...thrice([6, 'a'], [6.1, 'b'], [6.2, 'c']).keys()]).toEqual(['a']);
    expect([...thrice([6, 'a'], [90, 'b'], [95, 'c']).keys()]).toEqual(['a', 'c']);
    expect([...thrice([6, 'a'], [12, 'b', 'c'], [14, 'd']).keys()]).toEqual(['a', 'd']);
  });

  it('leave out a way that nobody knows, and are never nothing', () => {
    expect(minutesTaken(Array(3).fill(round([6, 'a'])), () => undefined).size).toBe(0);
    expect(minutesTaken(Array(3).fill(round([2, 'a'])), () => 5).get('a')?.minutes).toBe(0.5);
  });
});
