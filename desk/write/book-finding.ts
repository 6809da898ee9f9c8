import { type EntryBody, newestVersion } from '@/core/entry/kinds';
import type { Database } from '../desk';
import type { Received } from '../log/append';
import { derivedId } from '../log/derived-id';
import { automaticPerson } from '../automatic-person';

/**
 * A finding that the book itself writes beside an entry, at the same place and instant, by its own name.
 * @param why what it is called among all that the book may write beside one entry: the same entry never makes two of it
 */
export async function bookFinding(
  db: Database,
  { envelope, receivedAt }: Received,
  why: string,
  body: EntryBody<'finding'>,
): Promise<Received> {
  return {
    receivedAt,
    envelope: {
      ...envelope,
      id: derivedId(Date.parse(envelope.happenedAt), `${why}/${envelope.id}`),
      kind: 'finding',
      kindVersion: newestVersion('finding'),
      body,
      // A finding answers no task.
      taskIds: [],
      personId: await automaticPerson(db, receivedAt, 'BOOK'),
      deviceId: 'server',
    },
  };
}
