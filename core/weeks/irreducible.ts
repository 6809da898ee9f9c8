import type { Plan } from './spread';
import type { Weeks } from './services';

/** Services that do not fit together: without any one of them the rest does. By number. */
export type Irreducible = { services: number[]; from: number; to: number; minutes: number; capacityMinutes: number };

/**
 * Takes out of a plan what the minutes of its days do not hold, and says for each why: the smallest set of services that have to
 * be done within some days and are together too much for them.
 */
export function takenOut(plan: Plan): { out: number[]; sets: Irreducible[] } {
  const { weeks, dayOf } = plan;
  const out: number[] = [];
  const sets: Irreducible[] = [];
  for (let day = overfull(plan); day >= 0; day = overfull(plan)) {
    const there = [...weeks.services.keys()].filter((service) => dayOf[service] === day);
    // What is due last can wait for a decision best; of those the shortest that is enough, else the longest.
    const over = plan.load[day]! - weeks.capacity[day]!;
    const rank = (service: number) => weeks.services[service]!;
    const [first] = there.sort(
      (a, b) =>
        Number(rank(b).minutes >= over) - Number(rank(a).minutes >= over) ||
        rank(b).to - rank(a).to ||
        rank(a).minutes - rank(b).minutes ||
        b - a,
    );
    sets.push(reasonFor(plan, first!, out));
    plan.take(first!);
    out.push(first!);
  }
  return { out, sets };
}

const overfull = ({ load, weeks }: Plan): number =>
  load.findIndex((minutes, day) => minutes > weeks.capacity[day]! + 1e-6);

/** The tightest days around a service that are too short for what must be done in them, and the fewest services that show it. */
function reasonFor({ weeks }: Plan, service: number, out: readonly number[]): Irreducible {
  const { services, capacity } = weeks;
  const own = services[service]!;
  const isIn = (from: number, to: number) => (each: number) =>
    !out.includes(each) && services[each]!.from >= from && services[each]!.to <= to;
  for (let length = own.to - own.from; length < capacity.length; length += 1)
    for (let from = Math.max(0, own.to - length); from <= own.from && from + length < capacity.length; from += 1) {
      const to = from + length;
      const within = [...services.keys()].filter(isIn(from, to));
      const room = roomOf(weeks, from, to);
      if (!isTooMuch(weeks, within, from, to)) continue;
      const fewest = reduced(weeks, within, service, from, to);
      return { services: fewest, from, to, minutes: minutesOf(weeks, fewest), capacityMinutes: room };
    }
  // Together they fit, but not in whole pieces: all that competes for its days is named.
  const within = [...services.keys()].filter(isIn(own.from, own.to));
  const room = roomOf(weeks, own.from, own.to);
  return { services: within, from: own.from, to: own.to, minutes: minutesOf(weeks, within), capacityMinutes: room };
}

const minutesOf = ({ services }: Weeks, some: readonly number[]): number =>
  some.reduce((sum, service) => sum + services[service]!.minutes, 0);

const roomOf = ({ capacity }: Weeks, from: number, to: number): number =>
  capacity.subarray(from, to + 1).reduce((sum, minutes) => sum + minutes, 0);

/** Whether services are too much for some days: in sum, or one of them for each single day. */
function isTooMuch(weeks: Weeks, some: readonly number[], from: number, to: number): boolean {
  const longest = Math.max(...weeks.capacity.subarray(from, to + 1));
  return (
    minutesOf(weeks, some) > roomOf(weeks, from, to) + 1e-6 ||
    some.some((service) => weeks.services[service]!.minutes > longest + 1e-6)
  );
}

/** Leaves out what is not needed to be too much: the rest is irreducible. */
function reduced(weeks: Weeks, some: readonly number[], about: number, from: number, to: number): number[] {
  let left = [...some];
  const shortest = [...some].sort((a, b) => weeks.services[a]!.minutes - weeks.services[b]!.minutes || b - a);
  for (const service of shortest) {
    const without = left.filter((each) => each !== service);
    if (service !== about && isTooMuch(weeks, without, from, to)) left = without;
  }
  return left;
}
