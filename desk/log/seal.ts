import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import type { Database } from '../desk';
import type { Values } from '@/core/changes/change';
import { type EntryEnvelope } from '@/core/entry/envelope';

type Row = InstanceType<Database['Entry']>;

/** What the device sends of an entry; the rest the server adds. Two of these stand in the row as JSON. */
const sent = [
  'id',
  'kind',
  'kindVersion',
  'body',
  'happenedAt',
  'offsetMinutes',
  'personId',
  'deviceId',
  'machineId',
  'pointId',
  'taskIds',
  'roundId',
  'replacesId',
] as const satisfies (keyof EntryEnvelope & keyof Row)[];
type Sent = Pick<Row, (typeof sent)[number]>;
export type Sealed = Sent & Pick<Row, 'seq' | 'receivedAt' | 'previousHash'>;

const asSent = (row: Sent): object => ({
  ...Object.fromEntries(sent.map((field) => [field, row[field]])),
  body: JSON.parse(row.body) as unknown,
  taskIds: JSON.parse(row.taskIds) as unknown,
});

/** SHA-256 over the previous hash and every field of the entry, in canonical JSON. */
export function hashOf(row: Sealed): string {
  const sealed = {
    ...asSent(row),
    seq: Number(row.seq),
    receivedAt: row.receivedAt.toISOString(),
    previousHash: row.previousHash,
  };
  return createHash('sha256').update(canonicalize(sealed)!).digest('hex');
}

/** The same of an entry that stands in the log. */
export const sealedContent = (row: Sent): string => canonicalize(asSent(row))!;

/** The digest of what a thing of the plan was or became, by which the log knows it; null where it was not there. */
export const digestOfValues = (salt: string, values: Values | null): string | null =>
  values && createHash('sha256').update(salt).update(canonicalize(values)!).digest('hex');
