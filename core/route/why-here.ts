import { clockText } from '../capacity/shifts';
import type { RouteInput } from './input';
import type { RouteOrder } from './order';

type Walk = Pick<RouteOrder, 'sequence'>;
type Input = Pick<RouteInput, 'stops' | 'locks' | 'windows' | 'gunChangeMinutes' | 'lockOutMinutes'>;

/** States for which a machine is locked out. */
const lockedOut: ReadonlySet<string | undefined> = new Set(['isolated', 'isolated-depressurised']);

/**
 * Why a stop is where it is in a walk: what holds it there, and what it saves.
 * @param nameOf what a stop is called
 * @returns sentences, what binds first
 */
export function whyHere(
  { stops, locks, windows, gunChangeMinutes, lockOutMinutes }: Input,
  { sequence }: Walk,
  stopId: string,
  nameOf: (stopId: string) => string,
): string[] {
  const index = sequence.findIndex((entry) => entry.stopId === stopId);
  const entry = sequence[index];
  const stopOf = new Map(stops.map((stop) => [stop.id, stop]));
  const stop = stopOf.get(stopId);
  if (!entry || !stop) return [];
  const said: string[] = [];
  const previous = sequence[index - 1];
  if (locks.some((lock) => lock.stopId === stopId)) said.push('You locked it at this place.');
  const earlier = (stop.after ?? []).filter((id) => sequence.some((each) => each.stopId === id));
  if (earlier.length > 0)
    said.push(
      `Comes after ${earlier.map(nameOf).join(', ')}: at one machine looks come before what is poured or stopped for.`,
    );
  const window = windows.find(
    ({ machineId, from, to }) => machineId === stop.machineId && from <= entry.start && entry.end <= to,
  );
  if (window) said.push(`Its machine is as it is needed from ${clockText(window.from)} to ${clockText(window.to)}.`);
  const fills = sequence.find(
    (other) =>
      other.stopId !== stopId &&
      other.waitUntil !== undefined &&
      other.end <= entry.start &&
      entry.end <= other.waitUntil,
  );
  if (fills) said.push(`Done while ${nameOf(fills.stopId)} waits until ${clockText(fills.waitUntil!)}.`);
  const { waitUntil } = entry;
  const meanwhile =
    waitUntil === undefined ? 0 : sequence.filter(({ start, end }) => start >= entry.end && end <= waitUntil).length;
  if (meanwhile > 0)
    said.push(
      `Its wait until ${clockText(waitUntil!)} is filled with ${meanwhile} other ${meanwhile === 1 ? 'visit' : 'visits'}.`,
    );
  if (!previous) return [...said, 'The first from the store.'];
  const before = stopOf.get(previous.stopId)!;
  if (stop.machineId !== undefined && before.machineId === stop.machineId)
    said.push(
      lockedOut.has(stop.state) && lockedOut.has(before.state) && lockOutMinutes > 0
        ? `Same machine as the visit before: one lock-out for both, ${lockOutMinutes} min less.`
        : 'Same machine as the visit before: no way to walk.',
    );
  else said.push(`${Math.max(1, Math.round(entry.arrive - previous.end))} min from ${nameOf(previous.stopId)}.`);
  if (stop.lubricantId !== undefined && before.lubricantId === stop.lubricantId && gunChangeMinutes > 0)
    said.push('The same gun or can as before: no change.');
  return said;
}
