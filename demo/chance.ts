import { ulid } from 'ulid';

/** A seeded source of chance (mulberry32): the same seed gives the same plant, day for day. */
export function chance(seed: number) {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
  return {
    next,
    between: (low: number, high: number) => low + (high - low) * next(),
    happens: (share: number) => next() < share,
    pick: <Item>(items: readonly Item[]): Item => items[Math.floor(next() * items.length)]!,
    id: (atMs: number) => ulid(Math.floor(atMs), next),
  };
}

export type Chance = ReturnType<typeof chance>;
