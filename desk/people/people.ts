import { Op } from 'sequelize';
import { ulid } from 'ulid';
import type { z } from 'zod';
import { personForm } from '@/core/register/forms';
import { type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';

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

/** Everybody who writes or once wrote in the book, who left last. */
export const allHands = ({ db }: Pick<Desk, 'db'>) =>
  db.Person.findAll({
    where: people,
    order: [
      ['active', 'DESC'],
      ['name', 'ASC'],
    ],
  });

/** Puts a person on the plant's list. */
export async function addPerson({ db, now }: Desk, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(personForm, values);
  if (!form.ok) return form;
  return db.transaction(async (transaction) => {
    const other = await db.Person.findOne({ where: { initials: form.value.initials }, transaction });
    if (other) return initialsTaken(other.name);
    const { id } = await db.Person.create({ id: ulid(now.getTime()), ...rowOf(form.value) }, { transaction });
    return done({ id });
  });
}

/** Changes what is said of a person. Initials stay: they stand on paper. */
export async function changePerson({ db }: Desk, id: string, values: unknown): Promise<Result<null>> {
  const form = parseForm(personForm, values);
  if (!form.ok) return form;
  return db.transaction(async (transaction) => {
    const person = await db.Person.findOne({ where: { id, ...people }, transaction, lock: true });
    if (!person) return refusal('not-found', 'This person is not on the plant’s list.');
    if (person.initials !== form.value.initials)
      return refusal('invalid', 'The initials of a person stay as they are.', {
        initials: `Initials: ${person.initials} stands under entries and on paper, and stays.`,
      });
    await person.update(rowOf(form.value), { transaction });
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
    return done(null);
  });
