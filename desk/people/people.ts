import { Op } from 'sequelize';
import { ulid } from 'ulid';
import type { z } from 'zod';
import { personForm } from '@/core/register/forms';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { endSessions } from './sessions';
import { makeLink } from './sign-in-links';

/** Hands that are people; devices write by a name of their own. */
const people = { role: { [Op.ne]: 'device' } };

const rowOf = ({ mayDo, ...form }: z.output<typeof personForm>) => ({
  ...form,
  mayDo: mayDo.length > 0 ? mayDo : null,
});

const initialsTaken = (name: string) =>
  refusal('conflict', 'These initials sign for somebody already.', {
    initials: `Initials: they are those of ${name}, and stay theirs in the log. Choose others.`,
  });

const directoryNameTaken = (name: string) =>
  refusal('conflict', 'The directory means somebody else by this name.', {
    directoryName: `Name in the directory: it is that of ${name}.`,
  });

/** Everybody who writes or once wrote in the book, who left last. */
export const allHands = ({ db }: Pick<Desk, 'db'>) =>
  db.Person.findAll({
    where: people,
    order: [
      ['active', 'DESC'],
      ['name', 'ASC'],
    ],
  });

/** One of them. */
export const findPerson = (db: Database, id: string) => db.Person.findOne({ where: { id, ...people } });

/** Whether a person has chosen a password. */
export const hasPassword = async (db: Database, id: string): Promise<boolean> =>
  (await db.SignInSecret.count({ where: { personId: id } })) > 0;

/** Puts a person on the plant's list. */
export async function addPerson({ db, now }: Desk, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(personForm, values);
  if (!form.ok) return form;
  return db.transaction(async (transaction) => {
    const other = await db.Person.findOne({ where: { initials: form.value.initials }, transaction });
    if (other) return initialsTaken(other.name);
    const { directoryName } = form.value;
    const namesake = directoryName && (await db.Person.findOne({ where: { directoryName }, transaction }));
    if (namesake) return directoryNameTaken(namesake.name);
    const { id } = await db.Person.create({ id: ulid(now.getTime()), ...rowOf(form.value) }, { transaction });
    return done({ id });
  });
}

/** Changes what is said of a person. Initials stay: they stand on paper. */
export async function changePerson({ db, actor }: Desk, id: string, values: unknown): Promise<Result<null>> {
  const form = parseForm(personForm, values);
  if (!form.ok) return form;
  return db.transaction(async (transaction) => {
    const person = await db.Person.findOne({ where: { id, ...people }, transaction, lock: true });
    if (!person) return refusal('not-found', 'This person is not on the plant’s list.');
    if (person.initials !== form.value.initials)
      return refusal('invalid', 'The initials of a person stay as they are.', {
        initials: `Initials: ${person.initials} stands under entries and on paper, and stays.`,
      });
    if (id === actor.id && !form.value.roles.includes('administrator') && person.roles.includes('administrator'))
      return refusal(
        'conflict',
        'You cannot stop administering yourself: have somebody else do it, so that one is left.',
        {
          roles: 'In the book as: another administrator takes this from you.',
        },
      );
    const row = rowOf(form.value);
    const namesake =
      row.directoryName &&
      (await db.Person.findOne({ where: { directoryName: row.directoryName, id: { [Op.ne]: id } }, transaction }));
    if (namesake) return directoryNameTaken(namesake.name);
    // Under another name it may be somebody else: the directory says anew who.
    const isRenamed = row.directoryName !== person.directoryName;
    await person.update({ ...row, ...(isRenamed && { directorySubject: null }) }, { transaction });
    return done(null);
  });
}

/**
 * Takes a person off the list of those who open the book, or puts them on it again. What they wrote stays theirs, and what
 * a device of theirs still holds from before comes in.
 */
export const setActive = ({ db, now, actor }: Desk, id: string, active: boolean): Promise<Result<null>> =>
  db.transaction(async (transaction) => {
    const person = await db.Person.findOne({ where: { id, ...people }, transaction, lock: true });
    if (!person) return refusal('not-found', 'This person is not on the plant’s list.');
    if (!active && id === actor.id)
      return refusal(
        'conflict',
        'You cannot take yourself off the list: have somebody else do it, so that one is left.',
      );
    await person.update({ active, leftAt: active ? null : now }, { transaction });
    if (!active) await endSessions(db, now, { personId: id });
    return done(null);
  });

/** Makes a link by which a person chooses a password: for whoever is new, or has forgotten theirs. */
export const makeSignInLink = ({ db, now, actor }: Desk, id: string) => makeLink(db, now, id, actor.id);

/** Ends one session of a person. */
export async function endSessionOf({ db, now, actor }: Desk, personId: string, id: string): Promise<Result<null>> {
  const ended = await db.transaction(() => endSessions(db, now, { personId, id, endedBy: actor.id }));
  return ended > 0 ? done(null) : refusal('not-found', 'This session has ended already.');
}
