import canonicalize from 'canonicalize';
import { z } from 'zod';
import { findingOfReading, pastLimit, counts } from '@/core/condition/reading';
import type { EntryEnvelope } from '@/core/entry/envelope';
import { newestVersion } from '@/core/entry/kinds';
import { instant, ulid } from '@/core/fields/fields';
import type { AskedReading } from '@/core/register/asked-reading';
import { machineStateNames } from '@/core/words/machine-states';
import { quantities } from '@/core/words/quantities';
import { own } from '@/core/own';
import type { Database } from '../desk';
import { bookFinding } from './book-finding';
import { ownSignsAt } from '../own-signs';
import { automaticPerson } from '../automatic-person';
import { type WriteOutcome, invalid } from './outcome';
import { offsetOf, source } from './readings';
import { writeTogether } from './write-entries';

const observed = z.strictObject({
  quantity: z.string().trim().min(1).max(80).meta({ title: 'Quantity, or what a task calls it' }),
  value: z.number().min(-1e9).max(1e9).meta({ title: 'Value' }),
  unit: z.string().trim().max(20).default('').meta({ title: 'Unit' }),
  state: z.enum(machineStateNames).optional().meta({ title: 'Machine state' }),
  observation: z.literal(true).optional().meta({ title: 'Read otherwise than its limits are for' }),
  afterMin: z.number().min(0).max(10_000).optional().meta({ title: 'After the first of its series', unit: 'min' }),
});

/** What a device, or somebody by another program, has read at a point. Sending the same again writes nothing. */
export const observationPost = z.strictObject({
  id: ulid.meta({ title: 'Identifier' }),
  at: instant('Read at'),
  pointId: ulid.meta({ title: 'Point' }),
  taskId: ulid.optional().meta({ title: 'Task answered' }),
  personId: ulid.optional().meta({ title: 'Person; the gateway when not given' }),
  values: z.array(observed).min(1).max(40).meta({ title: 'Values' }),
  source,
});
type Posted = z.output<typeof observationPost>;

export type Observed = {
  result: 'in-order' | 'off';
  /** Whether it counts as the look of its task: all that the task asks was read, and lies where it should. */
  answersTask: boolean;
  past: { quantity: string; value: number; side: 'low' | 'high'; limit: number }[];
};

/** What a posted value is called here: its own name, or that of the one reading of its quantity and unit that is asked. */
function nameOf(
  { quantity, unit }: Pick<Posted['values'][number], 'quantity' | 'unit'>,
  asked: readonly AskedReading[],
): string {
  if (asked.some((each) => each.name === quantity && each.unit === unit)) return quantity;
  const alike = asked.filter((each) => each.quantity === quantity && each.unit === unit);
  return alike.length === 1 ? alike[0]!.name : (own<{ words: string }>(quantities, quantity)?.words ?? quantity);
}

/**
 * Writes what was observed: a look with its readings, judged by the limits of the task that is named, or of those of the
 * point that ask for the same. Past a limit it is not in order, and each such reading is a finding in the same step.
 * @returns undefined where there is no such point
 */
export async function postObservation(
  db: Database,
  now: Date,
  { id, at, pointId, taskId, personId, values, source: from }: Posted,
): Promise<{ outcome: WriteOutcome; observed: Observed } | undefined> {
  const point = await db.LubePoint.findByPk(pointId);
  if (!point) return undefined;
  const tasks = await db.Task.findAll({ where: { pointId, retiredOn: null } });
  const task = tasks.find((each) => each.id === taskId);
  if (taskId && !task) {
    const outcome = invalid([
      { pointer: '/taskId', detail: 'There is no such task at this point.', code: 'unknown-reference' },
    ]);
    return { outcome, observed: { result: 'in-order', answersTask: false, past: [] } };
  }
  const asked = task ? task.readings : tasks.flatMap((each) => each.readings);
  const readings = values.map(({ state, observation, afterMin, ...value }) => ({
    quantity: nameOf(value, asked),
    value: value.value,
    unit: value.unit,
    ...(state && { state }),
    ...(observation && { observation }),
    ...(afterMin !== undefined && { afterMin }),
  }));
  const wanted = (read: (typeof readings)[number]) =>
    asked.find(({ name, unit }) => name === read.quantity && unit === read.unit);
  const past = readings.flatMap((read) => {
    const limits = wanted(read);
    const out = limits && pastLimit(limits, read);
    return out ? [{ quantity: read.quantity, value: read.value, side: out.side, limit: out.limit }] : [];
  });
  const isWhole = asked.every((each) =>
    readings.some((read) => read.quantity === each.name && read.unit === each.unit && counts(each, read)),
  );
  const observedSo: Observed = {
    result: past.length > 0 ? 'off' : 'in-order',
    answersTask: task !== undefined && past.length === 0 && asked.length > 0 && isWhole,
    past,
  };
  const look: EntryEnvelope = {
    id,
    kind: 'check',
    kindVersion: newestVersion('check'),
    body: { result: observedSo.result, readings },
    happenedAt: at,
    offsetMinutes: offsetOf(at),
    personId: personId ?? (await automaticPerson(db, now, 'AUTO')),
    deviceId: `api:${from}`,
    machineId: point.machineId,
    pointId,
    taskIds: observedSo.answersTask || (task && past.length > 0) ? [task!.id] : [],
    roundId: null,
    replacesId: null,
  };
  const ownAt = await ownSignsAt(db, [pointId]);
  const here = { kind: point.kind, consequence: point.consequence, own: ownAt(pointId) };
  const findings = await Promise.all(
    readings.map(async (read, place) => {
      const limits = wanted(read);
      const found = limits && findingOfReading(limits, read, here);
      if (!found) return [];
      const written = { envelope: look, receivedAt: now };
      const body = { ...found, proposed: found.urgency };
      return (await bookFinding(db, written, `reading-${place}`, body)).envelope;
    }),
  );
  const before = await db.Entry.findByPk(id);
  // Its limits may be others by now: what was written stays as it was judged then.
  if (before && saysReadings(before.body, readings)) {
    const { result } = JSON.parse(before.body) as Pick<Observed, 'result'>;
    const same = { ...look, body: { result, readings }, taskIds: JSON.parse(before.taskIds) as string[] };
    const answersTask = result === 'in-order' && same.taskIds.length > 0;
    return { outcome: await writeTogether(db, now, [same]), observed: { result, answersTask, past } };
  }
  return { outcome: await writeTogether(db, now, [...findings.flat(), look]), observed: observedSo };
}

const saysReadings = (body: string, readings: readonly object[]): boolean =>
  canonicalize((JSON.parse(body) as { readings?: object[] }).readings ?? []) === canonicalize(readings);
