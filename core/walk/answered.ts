import { answeringKinds, isService } from '../entry/kinds';
import type { WalkDocument, WalkStop } from './document';
import { isOpening, withOpening, withoutOpening } from './open-things';
import type { RoundEntry } from './round-entry';

/** Whether an entry answers a stop: it names its task, or it is the service of a task that does this one as well. */
export const answersStop = (
  { kind, kindVersion, body, taskIds = [] }: Pick<RoundEntry, 'kind' | 'kindVersion' | 'body' | 'taskIds'>,
  { taskId, answeredBy }: Pick<WalkStop, 'taskId' | 'answeredBy'>,
): boolean =>
  answeringKinds.includes(kind) &&
  (taskIds.includes(taskId) ||
    (isService({ kind, kindVersion, body }) && answeredBy.some((other) => taskIds.includes(other))));

/**
 * The round with one more entry on it: a stop answered, a meter read, the round signed. A finding answers no stop.
 * Applying the same entry twice changes nothing more, so entries that wait on a device may be laid over a document that
 * the server has just sent, whether or not it knows them yet.
 */
export function withEntry(document: WalkDocument, entry: RoundEntry): WalkDocument {
  const { id, kind, body, happenedAt } = entry;
  if (kind === 'hand-over') return { ...document, signedAt: happenedAt };
  if (kind === 'reading')
    return {
      ...document,
      meters: document.meters.map((meter) =>
        meter.id === body.meterId
          ? { ...meter, readInRound: true, lastValue: Number(body.value), lastAt: happenedAt }
          : meter,
      ),
    };
  if (isOpening(entry)) return { ...document, openThings: withOpening(document, entry) };
  if (kind === 'correction') return 'void' in body ? withoutAnswer(document, entry.replacesId) : document;
  if (kind === 'note' && Array.isArray(body.bothHappened)) return settled(document, body.bothHappened);
  if (kind === 'finding') return isActNow(entry) ? warned(document, entry.pointId, id) : document;
  return {
    ...document,
    stops: document.stops.map((stop) =>
      answersStop(entry, stop) && (stop.written === null || entry.taskIds?.includes(stop.taskId))
        ? { ...stop, written: writtenBy(entry) }
        : stop,
    ),
  };
}

/** What stands on a stop once an entry has answered it. */
export const writtenBy = (entry: Pick<RoundEntry, 'id' | 'kind' | 'kindVersion' | 'body'>): WalkStop['written'] => ({
  entryId: entry.id,
  kind: entry.kind,
  ...(entry.kind !== 'skip' && !isService(entry) && { off: true }),
});

/** Whether a finding asks that nothing goes on at its point. */
export const isActNow = ({ kind, body }: Pick<RoundEntry, 'kind' | 'body'>): boolean =>
  kind === 'finding' && body.urgency === 'act-now';

const warned = (document: WalkDocument, pointId: string | null | undefined, entryId: string | null): WalkDocument => ({
  ...document,
  stops: document.stops.map((stop) => (stop.pointId === pointId ? { ...stop, actNow: entryId } : stop)),
});

/** The round after one of its answers was voided: its stop is open again. */
const withoutAnswer = (document: WalkDocument, entryId: string | null | undefined): WalkDocument => ({
  ...document,
  stops: document.stops.map((stop) => (stop.written?.entryId === entryId ? { ...stop, written: null } : stop)),
});

/** The round after somebody has said of two records that both happened. */
const settled = (document: WalkDocument, entryIds: readonly unknown[]): WalkDocument => ({
  ...document,
  stops: document.stops.map((stop) =>
    stop.alsoBy && entryIds.includes(stop.alsoBy.entryId) ? { ...stop, alsoBy: null } : stop,
  ),
});

/** The round after an entry has been taken off the device: its stop is open again, its meter unread, its signature gone. */
export function withoutEntry(document: WalkDocument, { id, kind, body }: RoundEntry): WalkDocument {
  if (kind === 'hand-over') return { ...document, signedAt: null };
  if (kind === 'reading')
    return {
      ...document,
      meters: document.meters.map((meter) => (meter.id === body.meterId ? { ...meter, readInRound: false } : meter)),
    };
  if (isOpening({ kind })) return { ...document, openThings: withoutOpening(document.openThings, { id, kind, body }) };
  return {
    ...document,
    stops: document.stops.map((stop) => ({
      ...stop,
      ...(stop.written?.entryId === id && { written: null }),
      ...(stop.actNow === id && { actNow: null }),
    })),
  };
}
