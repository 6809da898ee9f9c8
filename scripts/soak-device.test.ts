import { expect, it } from 'vitest';
import type { EntryInput } from '@/core/entry/envelope';
import { type Life, wrongIn } from './soak-device';

const written = ['A', 'B', 'C'].map((id) => ({ id, kind: 'grease', machineId: 'M' }) as EntryInput);
const life = (change: Partial<Life> = {}): Life => ({
  written,
  takenBack: new Set(),
  rounds: [],
  kept: new Map(),
  posts: 0,
  kills: 0,
  ...change,
});
const book = (...ids: string[]) => new Map(ids.map((id, place) => [id, place + 1]));

it('a life is right where the book has all of it, in order', () =>
  expect(wrongIn(life(), book('A', 'B', 'C'))).toEqual([]));

it('what the device let go of and the book has not is lost', () =>
  expect(wrongIn(life(), book('A', 'C'))).toEqual(['grease B is lost']));

it('what is still on the device is not lost', () =>
  expect(wrongIn(life({ kept: new Map([['C', 'grease: still waiting']]) }), book('A', 'B'))).toEqual([]));

it('what was taken back is not to be in the book', () => {
  const takenBack = new Set(['B']);
  expect(wrongIn(life({ takenBack }), book('A', 'C'))).toEqual([]);
  expect(wrongIn(life({ takenBack }), book('A', 'B', 'C'))).toEqual(['grease B was taken back and is in the book']);
});

it('what one machine had comes in the order in which it was written', () =>
  expect(wrongIn(life(), book('B', 'A', 'C'))).toEqual(['B came before what was written before it']));
