import { before, partsOf } from './day-walk';
import { type RouteInput, type RouteStop } from './input';

/**
 * What is left out first where a shift is too short: what costs least when it fails, and of equals what is least overdue;
 * what is overdue by more than a quarter of its interval counts one class higher; what costs danger or days is never left out
 * by itself. Walking never decides. Mark: M C; a plant may give its own numbers.
 */
export const leaveOutRule = { overdueRaises: 0.25, never: 4 };

type Rank = { class: number; overdue: number; isKept: boolean };

/** How much a stop matters, all that comes after it included: without it they could not be done either. */
function ranksOf(stops: readonly RouteStop[]): Rank[] {
  const ranks = stops.map(({ consequence, overdueShare = 0 }) => ({
    class: consequence + Number(overdueShare > leaveOutRule.overdueRaises),
    overdue: overdueShare,
    isKept: consequence >= leaveOutRule.never,
  }));
  // Followers first, so that what they are worth has arrived before it is handed on.
  for (const stop of followersFirst(stops))
    for (const earlier of before(stops, stop)) {
      const [own, after] = [ranks[earlier]!, ranks[stop]!];
      if (after.class > own.class || (after.class === own.class && after.overdue > own.overdue))
        Object.assign(own, { class: after.class, overdue: after.overdue });
      own.isKept ||= after.isKept;
    }
  return ranks;
}

/** All stops, each after all that come after it. */
function followersFirst(stops: readonly RouteStop[]): number[] {
  const seen = new Set<number>();
  const order: number[] = [];
  const visit = (stop: number) => {
    if (seen.has(stop)) return;
    seen.add(stop);
    for (const earlier of before(stops, stop)) visit(earlier);
    order.push(stop);
  };
  for (const stop of stops.keys()) visit(stop);
  return order.reverse();
}

/** The stops that may be left out, the first to go first. */
export function leaveOutOrder(stops: readonly RouteStop[]): number[] {
  const ranks = ranksOf(stops);
  return followersFirst(stops)
    .map((stop, place) => ({ stop, place, rank: ranks[stop]! }))
    .filter(({ rank }) => !rank.isKept)
    .sort((a, b) => a.rank.class - b.rank.class || a.rank.overdue - b.rank.overdue || a.place - b.place)
    .map(({ stop }) => stop);
}

/** A stop and everything that comes after it, by number. */
export function withFollowers(stops: readonly RouteStop[], stop: number): number[] {
  const out = new Set([stop]);
  for (let size = 0; size < out.size;) {
    size = out.size;
    for (const other of stops.keys()) if (before(stops, other).some((each) => out.has(each))) out.add(other);
  }
  return [...out];
}

/**
 * Why a stop cannot be done on this walk whatever else is on it; undefined where it can.
 * @example ownHindrance({ stops: [], peopleAvailable: 1 }, { people: 2 }) // 'It needs 2 people; 1 is on the walk.'
 */
export function ownHindrance(
  input: Pick<RouteInput, 'stops' | 'peopleAvailable' | 'cartCapacityKg' | 'shift'>,
  stop: Pick<RouteStop, 'people' | 'loadKg'> & Partial<RouteStop>,
): string | undefined {
  const { people = 1, loadKg = 0 } = stop;
  const { peopleAvailable, cartCapacityKg = Infinity } = input;
  if (people > peopleAvailable)
    return `It needs ${people} people; ${peopleAvailable} ${peopleAvailable === 1 ? 'is' : 'are'} on the walk.`;
  if (loadKg > cartCapacityKg)
    return `It takes ${loadKg} kg; the cart carries ${cartCapacityKg} kg. Bring it there beforehand.`;
  return undefined;
}

/** All minutes of work that a stop takes, waits between its parts included where it is done in one day. */
export const leastMinutesAt = (stop: RouteStop): number => {
  const parts = partsOf(stop);
  const isSplit = parts.some(({ earliestNextDay }) => earliestNextDay);
  return isSplit
    ? Math.max(...parts.map(({ minutes }) => minutes))
    : parts.reduce(
        (sum, { minutes, waitMinutes = 0 }, index) => sum + minutes + (index < parts.length - 1 ? waitMinutes : 0),
        0,
      );
};
