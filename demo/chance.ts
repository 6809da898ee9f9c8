import { ulid } from 'ulid';
import { chance as seeded } from '@/core/chance';

/** A seeded source of chance: the same seed gives the same plant, day for day. */
export function chance(seed: number) {
  const next = seeded(seed);
  return {
    next,
    between: (low: number, high: number) => low + (high - low) * next(),
    happens: (share: number) => next() < share,
    pick: <Item>(items: readonly Item[]): Item => items[Math.floor(next() * items.length)]!,
    id: (atMs: number) => ulid(Math.floor(atMs), next),
  };
}

export type Chance = ReturnType<typeof chance>;
