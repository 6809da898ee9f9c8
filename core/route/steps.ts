import type { DayWalk } from './day-walk';
import { nearestOf } from './shortest-tour';

/**
 * What going from one visit straight to another costs: walking, and a change of gun or a lock-out where both ends show it. The
 * start is −1. Together with work and waits this is what a walk takes, but for what only the whole order shows.
 */
export class Steps {
  private readonly size: number;
  private readonly minutes: Float64Array;

  constructor(walk: DayWalk) {
    this.size = walk.visits.length + 1;
    this.minutes = minutesBetween(walk);
  }

  between(a: number, b: number): number {
    return this.minutes[(a + 1) * this.size + b + 1]!;
  }

  /** From the start through some visits in order, and back. */
  along(order: Int32Array): number {
    let sum = this.between(-1, order.length > 0 ? order[0]! : -1);
    for (let index = 1; index < order.length; index += 1) sum += this.between(order[index - 1]!, order[index]!);
    return order.length > 0 ? sum + this.between(order[order.length - 1]!, -1) : 0;
  }

  /** The nearest visits of each visit, nearest first. */
  nearest(most: number): Int32Array[] {
    const count = this.size - 1;
    const inner = new Float64Array(count * count);
    for (let a = 0; a < count; a += 1) for (let b = 0; b < count; b += 1) inner[a * count + b] = this.between(a, b);
    return nearestOf(inner, count, most);
  }
}

function minutesBetween(walk: DayWalk): Float64Array {
  const { visits, walkMinutes, places, placeOf, start, lubricantOf, isIsolated, isAnyState, machineOf } = walk;
  const size = visits.length + 1;
  const minutes = new Float64Array(size * size);
  const placeAt = (node: number) => (node === 0 ? start : placeOf[node - 1]!);
  const isChange = (a: number, b: number) => a > 0 && b > 0 && a !== b;
  for (let a = 0; a < size; a += 1)
    for (let b = 0; b < size; b += 1) {
      if (a === b) continue;
      let sum = walkMinutes[placeAt(a) * places + placeAt(b)]!;
      if (a > 0 && b > 0 && isChange(lubricantOf[a - 1]!, lubricantOf[b - 1]!)) sum += walk.gunChangeMinutes;
      if (b > 0 && isIsolated[b - 1]) {
        const staysLocked = a > 0 && Boolean(isIsolated[a - 1] || isAnyState[a - 1]);
        const isLocked = staysLocked && machineOf[a - 1] === machineOf[b - 1];
        if (!isLocked) sum += walk.lockOutMinutes;
      }
      minutes[a * size + b] = sum;
    }
  return minutes;
}
