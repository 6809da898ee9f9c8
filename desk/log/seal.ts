import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import type { EntryEnvelope } from '@/core/entry/kinds';
import type { Database } from '../desk';

type Row = InstanceType<Database['Entry']>;
export type Sealed = Pick<
  Row,
  | 'id'
  | 'seq'
  | 'kind'
  | 'kindVersion'
  | 'body'
  | 'happenedAt'
  | 'offsetMinutes'
  | 'receivedAt'
  | 'personId'
  | 'deviceId'
  | 'machineId'
  | 'pointId'
  | 'taskIds'
  | 'roundId'
  | 'replacesId'
  | 'previousHash'
>;

/** SHA-256 over the previous hash and every field of the entry, in canonical JSON. */
export function hashOf(row: Sealed): string {
  const sealed = {
    ...(JSON.parse(sealedContent(row)) as object),
    seq: Number(row.seq),
    receivedAt: row.receivedAt.toISOString(),
    previousHash: row.previousHash,
  };
  return createHash('sha256').update(canonicalize(sealed)!).digest('hex');
}

/** Canonical JSON of what the device sent; equal text means the same entry. */
export const contentOf = (envelope: EntryEnvelope): string => canonicalize(envelope)!;

export const sealedContent = ({
  id,
  kind,
  kindVersion,
  body,
  happenedAt,
  offsetMinutes,
  personId,
  deviceId,
  machineId,
  pointId,
  taskIds,
  roundId,
  replacesId,
}: Omit<Sealed, 'seq' | 'receivedAt' | 'previousHash'>): string =>
  canonicalize({
    id,
    kind,
    kindVersion,
    body: JSON.parse(body) as unknown,
    happenedAt,
    offsetMinutes,
    personId,
    deviceId,
    machineId,
    pointId,
    taskIds: JSON.parse(taskIds) as unknown,
    roundId,
    replacesId,
  })!;
