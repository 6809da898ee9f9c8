import { Op } from 'sequelize';
import { recordingFor } from '../log/recording';
import { type Database, type Result, done, refusal } from '../desk';
import type { Opened, Whence } from './sign-in';
import { openSession } from './sessions';

/** Whom a plant's directory says that somebody is: its own lasting name for them, and the one that people know. */
export type FromDirectory = { subject: string; name: string };

/** Why somebody whom the directory knows is not let in, by a word that goes into an address. */
export const notLetIn = {
  unknown:
    'The directory knows you, and this book does not: an administrator writes your name there into your line under People.',
  another:
    'Under this name the directory had somebody else before. An administrator writes the name into your line under People anew.',
} as const;

/**
 * Signs in whoever the directory says. The first time the name leads to the person, and from then on the directory's own
 * lasting name: who gets a name that somebody had before does not get their entries.
 */
export async function signInFromDirectory(
  db: Database,
  now: Date,
  { subject, name }: FromDirectory,
  from: Whence,
): Promise<Result<Opened> & { why?: keyof typeof notLetIn }> {
  const isActive = { active: true, role: { [Op.ne]: 'device' } };
  const known = await db.Person.findOne({ where: { directorySubject: subject, ...isActive } });
  if (known) return done(await openSession(db, now, { ...from, personId: known.id, how: 'directory' }));
  const named = await db.Person.findOne({ where: { directoryName: name.trim().toLowerCase(), ...isActive } });
  const why = named ? 'another' : 'unknown';
  if (!named || named.directorySubject !== null) return { ...refusal('signed-out', notLetIn[why]), why };
  await recordingFor(db, now, named).transaction(() => named.update({ directorySubject: subject }));
  return done(await openSession(db, now, { ...from, personId: named.id, how: 'directory' }));
}
