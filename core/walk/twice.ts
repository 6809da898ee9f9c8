import type { EntryKind } from '../entry/kinds';

/** Kinds that put something in: done by two people who did not know of each other, it is in there twice. */
export const givingKinds = ['grease', 'oil-change', 'top-up'] as const satisfies readonly EntryKind[];

/** What is further apart than this was not the same job (ms). */
const sameJobMs = 2 * 86_400_000;

/** Something that was given, as far as it matters here. Instants in ms. */
export type Given = {
  id: string;
  taskIds: readonly string[];
  roundId: string | null;
  happenedMs: number;
  receivedMs: number;
};
/** One task that was done by two who did not know of each other, the earlier first. */
export type Twice<Each extends Given = Given> = { taskId: string; first: Each; second: Each };

/** Two entries by one name, whichever comes first. */
export const pairOf = (one: string, other: string): string => [one, other].sort().join(' ');

/**
 * What was given twice: on a round, and by somebody else of whom the plan of that round could not know, as the book heard of
 * it later. What follows knowingly is no such thing.
 * @param plannedMs when the plan of each round was read, by round; only what was given on these is looked at
 * @param settled pairs of which somebody has said that both happened
 */
export function givenTwice<Each extends Given>(
  given: readonly Each[],
  plannedMs: ReadonlyMap<string, number>,
  settled: ReadonlySet<string> = new Set(),
): Twice<Each>[] {
  const found = new Map<string, Twice<Each>>();
  for (const mine of given) {
    const planned = mine.roundId === null ? undefined : plannedMs.get(mine.roundId);
    if (planned === undefined) continue;
    for (const other of given) {
      const taskId = mine.taskIds.find((each) => other.taskIds.includes(each));
      const isSameWalk = other.id === mine.id || other.roundId === mine.roundId;
      if (taskId === undefined || isSameWalk || other.receivedMs <= planned) continue;
      if (Math.abs(other.happenedMs - mine.happenedMs) > sameJobMs) continue;
      const pair = pairOf(mine.id, other.id);
      const [first, second] = mine.happenedMs <= other.happenedMs ? [mine, other] : [other, mine];
      if (!settled.has(pair)) found.set(`${taskId} ${pair}`, { taskId, first, second });
    }
  }
  return [...found.values()].sort((a, b) => a.second.happenedMs - b.second.happenedMs);
}
