import type { Transaction } from 'sequelize';
import { z } from 'zod';
import type { EntryEnvelope } from '@/core/entry/envelope';
import { pointLabel } from '@/core/register/assignment';
import { longText } from '@/core/units/typed-field';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';

/** A way to get at something, as somebody found it. On rounds it stands once a planner has said that it is safe. */
export type Trick = {
  entryId: string;
  text: string;
  /** What may hurt on the way. */
  hazard: string;
  author: { initials: string; name: string };
  saidAt: Date;
  approvedBy: string | null;
  place: { machineCode: string; machineName: string; number: number; label: string; pointName: string };
};

/** So many wait on a page. */
const shownWaiting = 100;

const trickForm = z.strictObject({
  text: longText('The trick').refine((text) => text.trim().length > 0, { error: 'Say how it is done.' }),
  hazard: longText('What may hurt'),
});

/** Notes that a trick came in: it waits for a planner from then on. Called where its entry is written. */
export async function noteTrick(
  db: Database,
  { id, kind, body, pointId, personId, happenedAt }: EntryEnvelope,
  transaction: Transaction,
): Promise<void> {
  const { text, trick } = body as { text?: string; trick?: { hazard: string } };
  if (kind !== 'note' || !trick || !pointId) return;
  const said = { entryId: id, pointId, text: text ?? '', hazard: trick.hazard, personId, saidAt: new Date(happenedAt) };
  await db.Trick.upsert({ ...said, state: 'waiting', judgedBy: null, judgedAt: null }, { transaction });
}

type Row = {
  entryId: string;
  text: string;
  hazard: string;
  initials: string;
  name: string;
  saidAt: Date;
  approvedBy: string | null;
  machineCode: string;
  machineName: string;
  number: number;
  pointName: string;
};

const readTricks = async (db: Database, where: string, values: Record<string, unknown>): Promise<Trick[]> =>
  (
    await db.select<Row>(
      `SELECT trick.entryId, trick.text, trick.hazard, author.initials, author.name, trick.saidAt, judge.initials AS approvedBy,
         machine.code AS machineCode, machine.name AS machineName, lube_point.number, lube_point.name AS pointName
       FROM trick JOIN person AS author ON author.id = trick.personId LEFT JOIN person AS judge ON judge.id = trick.judgedBy
         JOIN lube_point ON lube_point.id = trick.pointId JOIN machine ON machine.id = lube_point.machineId
       WHERE ${where} ORDER BY trick.saidAt, trick.entryId`,
      values,
    )
  ).map(({ initials, name, machineCode, machineName, number, pointName, ...trick }) => ({
    ...trick,
    author: { initials, name },
    place: { machineCode, machineName, number, label: pointLabel(machineCode, number), pointName },
  }));

/** The tricks of a point, those that wait too. */
export const tricksOf = (db: Database, pointId: string): Promise<Trick[]> =>
  readTricks(db, "trick.pointId = :pointId AND trick.state <> 'declined'", { pointId });

/** What waits for a planner in the whole plant, the longest first. */
export const waitingTricks = (db: Database): Promise<Trick[]> =>
  readTricks(
    db,
    `trick.state = 'waiting' AND trick.entryId IN (SELECT entryId FROM (SELECT entryId FROM trick WHERE state = 'waiting' ORDER BY saidAt LIMIT ${shownWaiting}) AS first)`,
    {},
  );

export const countWaitingTricks = (db: Database): Promise<number> => db.Trick.count({ where: { state: 'waiting' } });

/** What a round shows at some points: only what a planner has approved. */
export async function approvedTricks(
  db: Database,
  pointIds: readonly string[],
): Promise<Map<string, { text: string; hazard: string; by: string; at: string }[]>> {
  const found = new Map<string, { text: string; hazard: string; by: string; at: string }[]>();
  if (pointIds.length === 0) return found;
  const rows = await db.select<{ pointId: string; text: string; hazard: string; by: string; saidAt: Date }>(
    "SELECT trick.pointId, trick.text, trick.hazard, person.initials AS `by`, trick.saidAt FROM trick JOIN person ON person.id = trick.personId WHERE trick.state = 'approved' AND trick.pointId IN (:pointIds) ORDER BY trick.saidAt",
    { pointIds: [...new Set(pointIds)] },
  );
  for (const { pointId, saidAt, ...trick } of rows)
    found.set(pointId, [...(found.get(pointId) ?? []), { ...trick, at: saidAt.toISOString() }]);
  return found;
}

/** A planner approves a trick, in these words, or declines it; either can be changed later. */
export async function judgeTrick(
  { db, now, actor }: Desk,
  entryId: string,
  values: unknown,
  state: 'approved' | 'declined',
): Promise<Result<{ entryId: string }>> {
  const trick = await db.Trick.findByPk(entryId);
  if (!trick) return refusal('not-found', 'This trick is not in the book.');
  const judged = { state, judgedBy: actor.id, judgedAt: now };
  if (state === 'declined') await trick.update(judged);
  else {
    const parsed = parseForm(trickForm, values);
    if (!parsed.ok) return parsed;
    await trick.update({ ...judged, ...parsed.value });
  }
  return done({ entryId });
}
