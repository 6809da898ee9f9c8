import { Op } from 'sequelize';
import { ulid } from 'ulid';
import { keptDays } from '@/core/people/kept';
import { type Role, may } from '@/core/people/rights';
import type { WayIn } from '@/db/models/people';
import type { Actor, Database } from '../desk';
import { digestOf, newToken } from './tokens';

/** Whoever has not been heard of for so long, or came in so long ago, signs in anew (ASVS 3.3.2 asks for twelve hours). */
export const idleHours = 2;
export const longestHours = 12;
/** A session is noted as seen at most so often, so that reading writes little. */
const noteEveryMs = 60_000;

const hoursMs = (hours: number): number => hours * 3_600_000;
const longestText = 200;

/** Whoever is signed in: the person, what they may do, and by which session. */
export type SignedIn = {
  actor: Actor;
  roles: Role[];
  sessionId: string;
  /** The machine whose counter this device is, and nothing else. */
  counterOf?: string | null;
};

export type DeviceSaid = {
  /** What the device keeps to be known again; made here where it has nothing. */
  deviceToken?: string | undefined;
  /** What its browser says that it is. */
  device: string;
};

/**
 * Opens a session for a person.
 * @returns the token that the device holds from now on, and that by which it is known again
 */
export async function openSession(
  db: Database,
  now: Date,
  { personId, how, deviceToken = newToken(), device }: DeviceSaid & { personId: string; how: WayIn },
): Promise<{ token: string; deviceToken: string; endsAt: Date }> {
  const token = newToken();
  const endsAt = new Date(now.getTime() + hoursMs(longestHours));
  await db.transaction(async (transaction) => {
    await db.change(
      'DELETE FROM session WHERE endsAt < :before',
      { before: new Date(now.getTime() - keptDays.session * 86_400_000) },
      transaction,
    );
    // Whoever was signed in on this device before is so no more: one hand holds it.
    await db.Session.update(
      { endedAt: now },
      { where: { deviceHash: digestOf(deviceToken), endedAt: null }, transaction },
    );
    await db.Session.create(
      {
        id: ulid(now.getTime()),
        tokenHash: digestOf(token),
        personId,
        how,
        deviceHash: digestOf(deviceToken),
        device: device.slice(0, longestText),
        openedAt: now,
        seenAt: now,
        endsAt,
      },
      { transaction },
    );
  });
  return { token, deviceToken, endsAt };
}

type Row = {
  sessionId: string;
  seenAt: Date;
  id: string;
  initials: string;
  name: string;
  roles: string | Role[];
  counterOf: string | null;
};

/** Who holds a token; undefined where its session has ended, or its person is off the list. */
export async function findSession(db: Database, now: Date, token: string): Promise<SignedIn | undefined> {
  const [row] = await db.select<Row>(
    `SELECT session.id AS sessionId, session.seenAt, person.id, person.initials, person.name, person.roles,
       (SELECT machineId FROM enrolled_device WHERE enrolled_device.deviceHash = session.deviceHash AND withdrawnAt IS NULL AND enrolled_device.endsAt > :now LIMIT 1) AS counterOf
     FROM session JOIN person ON person.id = session.personId
     WHERE session.tokenHash = :tokenHash AND session.endedAt IS NULL AND session.endsAt > :now AND session.seenAt > :idle AND person.active`,
    { tokenHash: digestOf(token), now, idle: new Date(now.getTime() - hoursMs(idleHours)) },
  );
  if (!row) return undefined;
  const { sessionId, seenAt, id, initials, name, counterOf } = row;
  const roles = typeof row.roles === 'string' ? (JSON.parse(row.roles) as Role[]) : row.roles;
  if (now.getTime() - seenAt.getTime() > noteEveryMs)
    await db.Session.update({ seenAt: now }, { where: { id: sessionId } });
  return {
    actor: { id, initials, name },
    // At a counter everybody is who runs the machine, whatever they may elsewhere.
    roles: counterOf ? (may({ roles }, 'count') ? ['operator'] : []) : roles,
    sessionId,
    counterOf,
  };
}

/** Ends sessions of a person, one or all but one; or whoever is signed in on a device. Those that have ended stay as they were. */
export async function endSessions(
  db: Database,
  now: Date,
  which: ({ personId: string; id?: string; butNot?: string } | { deviceHash: string }) & { endedBy?: string },
): Promise<number> {
  const [ended] = await db.Session.update(
    { endedAt: now, ...(which.endedBy !== undefined && { endedBy: which.endedBy }) },
    {
      where: {
        endedAt: null,
        ...('deviceHash' in which
          ? { deviceHash: which.deviceHash }
          : {
              personId: which.personId,
              ...(which.id !== undefined && { id: which.id }),
              ...(which.butNot !== undefined && { id: { [Op.ne]: which.butNot } }),
            }),
      },
    },
  );
  return ended;
}

/** Where a person is signed in, newest first; and where they were not long ago. */
export const sessionsOf = (db: Database, personId: string, most = 20) =>
  db.Session.findAll({ where: { personId }, order: [['openedAt', 'DESC']], limit: most });

/** Whether a session still lets anybody in. */
export const isOpen = (
  { endedAt, endsAt, seenAt }: { endedAt: Date | null; endsAt: Date; seenAt: Date },
  now: Date,
): boolean => endedAt === null && endsAt > now && seenAt.getTime() > now.getTime() - hoursMs(idleHours);
