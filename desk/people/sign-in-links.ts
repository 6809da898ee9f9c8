import { ulid } from 'ulid';
import { recordingFor } from '../log/recording';
import { type Database, type Result, done, refusal } from '../desk';
import { type Opened, type Whence, setPassword } from './sign-in';
import { endSessions, openSession } from './sessions';
import { digestOf, newToken } from './tokens';

/** A link is good for a day: it is given by hand or word of mouth, not kept. */
export const linkHours = 24;

/**
 * Makes a link by which a person chooses a password, once. The links that the person had before are void.
 * @param madeBy null where a command on the server makes it
 */
export async function makeLink(
  db: Database,
  now: Date,
  personId: string,
  madeBy: string | null,
): Promise<Result<{ token: string; endsAt: Date }>> {
  const person = await db.Person.findOne({ where: { id: personId, active: true } });
  if (!person || person.role === 'device') return refusal('not-found', 'This person is not on the plant’s list.');
  const token = newToken();
  const endsAt = new Date(now.getTime() + linkHours * 3_600_000);
  await db.transaction(async (transaction) => {
    await db.SignInLink.destroy({ where: { personId, usedAt: null }, transaction });
    await db.SignInLink.create(
      { id: ulid(now.getTime()), tokenHash: digestOf(token), personId, madeBy, endsAt },
      { transaction },
    );
  });
  return done({ token, endsAt });
}

const noLonger = refusal(
  'not-found',
  'This link was used, is older than a day, or a newer one was made. Ask an administrator for another.',
);

/** Whose link this is; refused where it is good no more. */
export async function linkOwner(db: Database, now: Date, token: string) {
  const link = await db.SignInLink.findOne({ where: { tokenHash: digestOf(token), usedAt: null } });
  const person =
    link && link.endsAt > now ? await db.Person.findOne({ where: { id: link.personId, active: true } }) : null;
  return link && person ? done({ link, person }) : noLonger;
}

/**
 * Chooses a password by a link, and signs in by it. All other sessions of the person end: whoever has the password of before
 * may be somebody else.
 */
export async function chooseByLink(
  db: Database,
  now: Date,
  token: string,
  password: string,
  from: Whence,
): Promise<Result<Opened>> {
  const owner = await linkOwner(db, now, token);
  if (!owner.ok) return owner;
  const { link, person } = owner.value;
  return recordingFor(db, now, person).transaction(async () => {
    const [used] = await db.SignInLink.update({ usedAt: now }, { where: { id: link.id, usedAt: null } });
    if (used === 0) return noLonger;
    const set = await setPassword(db, now, person.id, password);
    if (!set.ok) {
      await db.SignInLink.update({ usedAt: null }, { where: { id: link.id } });
      return set;
    }
    await endSessions(db, now, { personId: person.id });
    return done(await openSession(db, now, { ...from, personId: person.id, how: 'link' }));
  });
}
