import { z } from 'zod';
import { instant, ulid } from '../fields/fields';
import { entryKinds } from './kinds';

/** The envelope as a device sends it; the server adds `seq`, `receivedAt` and the hashes. */
export const entryEnvelope = z.strictObject({
  id: ulid.meta({ title: 'Identifier' }),
  kind: z.enum(entryKinds).meta({ title: 'Kind' }),
  kindVersion: z.int().min(1).max(1000).meta({ title: 'Kind version' }),
  body: z.record(z.string(), z.unknown()).meta({ title: 'Body' }),
  happenedAt: instant('Happened at'),
  offsetMinutes: z.int().min(-840).max(840).meta({ title: 'Offset from UTC', unit: 'min' }),
  personId: ulid.meta({ title: 'Person' }),
  deviceId: z.string().min(1).max(64).meta({ title: 'Device' }),
  /** Null only for what concerns no machine: a round's hand-over, a note on the day. */
  machineId: ulid.nullable().meta({ title: 'Machine' }),
  pointId: ulid.nullable().default(null).meta({ title: 'Point' }),
  taskIds: z.array(ulid).max(100).default([]).meta({ title: 'Tasks answered' }),
  roundId: ulid.nullable().default(null).meta({ title: 'Round' }),
  replacesId: ulid.nullable().default(null).meta({ title: 'Replaces' }),
});
export type EntryEnvelope = z.infer<typeof entryEnvelope>;
export type EntryInput = z.input<typeof entryEnvelope>;
