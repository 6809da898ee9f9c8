/** When a round set out, and when it answered what, in any order. */
export type RoundTimes = { startedAt: number; answers: readonly { taskIds: readonly string[]; at: number }[] };

/** What a stop has taken: the median of so many rounds, in minutes. */
export type MinutesTaken = { minutes: number; rounds: number };

/** A shorter gap was typed in afterwards, a longer one had something else in it; in minutes. (C) */
const gap = { least: 0.5, most: 60 };
/** Fewer say nothing. (C) */
const fewestRounds = 3;

/**
 * How long stops really take: from one answer of a round to the next, the walk between them left out. A stop on which others
 * wait, or which was answered together with another, says nothing.
 * @param rounds of one route, instants in milliseconds
 * @param walkMinutes from one task, or from the start, to another; undefined where nobody knows the way
 * @returns by task
 */
export function minutesTaken(
  rounds: readonly RoundTimes[],
  walkMinutes: (from: string | undefined, to: string) => number | undefined,
): Map<string, MinutesTaken> {
  const taken = new Map<string, number[]>();
  for (const { startedAt, answers } of rounds) {
    let before: { at: number; taskId?: string } = { at: startedAt };
    for (const { at, taskIds } of [...answers].sort((a, b) => a.at - b.at)) {
      const [taskId, ...others] = taskIds;
      if (taskId === undefined) continue;
      const walk = walkMinutes(before.taskId, taskId);
      const minutes = (at - before.at) / 60_000;
      if (others.length === 0 && walk !== undefined && minutes >= gap.least && minutes <= gap.most)
        taken.set(taskId, [...(taken.get(taskId) ?? []), Math.max(gap.least, minutes - walk)]);
      before = { at, taskId };
    }
  }
  return new Map(
    [...taken]
      .filter(([, each]) => each.length >= fewestRounds)
      .map(([taskId, each]) => [taskId, { minutes: Math.round(2 * median(each)) / 2, rounds: each.length }]),
  );
}

/** @param values at least one */
function median(values: readonly number[]): number {
  const inOrder = [...values].sort((a, b) => a - b);
  const half = inOrder.length >> 1;
  return inOrder.length % 2 === 1 ? inOrder[half]! : (inOrder[half - 1]! + inOrder[half]!) / 2;
}
