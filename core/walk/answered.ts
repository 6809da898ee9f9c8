import type { EntryInput } from '../entry/kinds';
import type { WalkDocument } from './document';

/** An entry as far as a round looks at it. */
export type RoundEntry = Pick<EntryInput, 'id' | 'kind' | 'body' | 'happenedAt' | 'taskIds'>;

const isStop = (kind: RoundEntry['kind']) => kind !== 'finding' && kind !== 'reading' && kind !== 'hand-over';

/**
 * The round with one more entry on it: a stop answered, a meter read, the round signed. A finding answers no stop.
 * Applying the same entry twice changes nothing more, so entries that wait on a device may be laid over a document that
 * the server has just sent, whether or not it knows them yet.
 */
export function withEntry(document: WalkDocument, { id, kind, body, happenedAt, taskIds }: RoundEntry): WalkDocument {
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
  if (!isStop(kind)) return document;
  return {
    ...document,
    stops: document.stops.map((stop) =>
      taskIds?.includes(stop.taskId) ? { ...stop, written: { entryId: id, kind } } : stop,
    ),
  };
}

/** The round after an entry has been taken off the device: its stop is open again, its meter unread, its signature gone. */
export function withoutEntry(document: WalkDocument, { id, kind, body }: RoundEntry): WalkDocument {
  if (kind === 'hand-over') return { ...document, signedAt: null };
  if (kind === 'reading')
    return {
      ...document,
      meters: document.meters.map((meter) => (meter.id === body.meterId ? { ...meter, readInRound: false } : meter)),
    };
  return {
    ...document,
    stops: document.stops.map((stop) => (stop.written?.entryId === id ? { ...stop, written: null } : stop)),
  };
}
