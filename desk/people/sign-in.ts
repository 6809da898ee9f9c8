import { Op } from 'sequelize';
import { z } from 'zod';
import { keptDays } from '@/core/people/kept';
import { longestPassword, passwordFault, waitAfter } from '@/core/people/password';
import { type Database, type Result, done, refusal } from '../desk';
import { thePlant } from '../plant';
import { isCommonPassword } from './common-passwords';
import { asLongAsACheck, isSecret, keptOf } from './secret';
import { type DeviceSaid, openSession } from './sessions';
import { digestOf } from './tokens';

export const signInForm = z.strictObject({
  initials: z.string().trim().min(1, { error: 'Initials: yours, as they sign entries.' }).max(40),
  password: z
    .string()
    .min(1, { error: 'Password: yours.' })
    .max(4 * longestPassword),
});

/** From where somebody signs in. */
export type Whence = DeviceSaid & { address: string };
export type Opened = Awaited<ReturnType<typeof openSession>>;

const wrong = refusal(
  'signed-out',
  'Initials and password do not go together. If you have forgotten yours, an administrator makes you a link.',
);

/** What was got wrong so long ago is forgotten. */
const forgottenMs = keptDays.failure * 86_400_000;
/** Guesses from all over count together, more leniently: they keep strange devices waiting, never one that is known. */
const strangeShare = 10;
const longestStrangeMs = 60_000;

/**
 * Whose initials and password these are. Whoever is wrong again and again waits longer and longer; a device on which the
 * person was signed in before waits for its own mistakes alone, so that nobody can keep others out.
 */
export async function checkPassword(
  db: Database,
  now: Date,
  { initials, password }: z.output<typeof signInForm>,
  from: Whence,
): Promise<Result<{ personId: string }>> {
  const person = await findBy(db, initials);
  const secret = person && (await db.SignInSecret.findByPk(person.id));
  const who = person?.id ?? `nobody ${initials.toUpperCase()}`;
  const buckets = await bucketsOf(db, who, from);
  const waitMs = await waitOf(db, now, buckets);
  if (waitMs > 0)
    return refusal('too-many', `Too many wrong passwords. Try again in ${words(waitMs)}; nothing is locked.`);
  // Counted before it is looked at: whoever sends a hundred at once does not get a hundred tries.
  await note(db, now, buckets);
  const isRight = secret ? await isSecret(password, secret.passwordHash) : await asLongAsACheck(password);
  if (!isRight || !person) return wrong;
  await db.SignInFailure.destroy({ where: { bucket: buckets.own } });
  if (buckets.strange) await db.SignInFailure.decrement('failures', { where: { bucket: buckets.strange } });
  return done({ personId: person.id });
}

/** Opens a session by initials and password. */
export async function signIn(
  db: Database,
  now: Date,
  form: z.output<typeof signInForm>,
  from: Whence,
): Promise<Result<Opened>> {
  const known = await checkPassword(db, now, form, from);
  return known.ok ? done(await openSession(db, now, { ...from, ...known.value, how: 'password' })) : known;
}

/** Opens a session by a tap on a name, where the made-up plant is shown. */
export async function signInDemo(db: Database, now: Date, initials: string, from: Whence): Promise<Result<Opened>> {
  const person = await findBy(db, initials);
  return person ? done(await openSession(db, now, { ...from, personId: person.id, how: 'demo' })) : wrong;
}

const findBy = (db: Database, initials: string) =>
  db.Person.findOne({ where: { initials: initials.toUpperCase(), active: true, role: { [Op.ne]: 'device' } } });

const words = (ms: number): string => {
  const seconds = Math.ceil(ms / 1000);
  return seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`;
};

type Buckets = { own: string; strange: string | null };

/** Where mistakes are counted: for a known device its own, for others their address, and all of them together. */
async function bucketsOf(db: Database, who: string, { deviceToken, address }: Whence): Promise<Buckets> {
  const deviceHash = deviceToken && digestOf(deviceToken);
  const isKnown =
    deviceHash && (await db.Session.findOne({ where: { deviceHash, personId: who }, attributes: ['id'] }));
  return isKnown
    ? { own: digestOf(`device ${deviceHash} ${who}`), strange: null }
    : { own: digestOf(`address ${address} ${who}`), strange: digestOf(`strange ${who}`) };
}

async function waitOf(db: Database, now: Date, { own, strange }: Buckets): Promise<number> {
  const rows = await db.SignInFailure.findAll({ where: { bucket: strange ? [own, strange] : [own] } });
  const left = (bucket: string | null, wait: (failures: number) => number): number => {
    const row = rows.find((each) => each.bucket === bucket);
    if (!row || now.getTime() - row.lastAt.getTime() > forgottenMs) return 0;
    return row.lastAt.getTime() + wait(row.failures) - now.getTime();
  };
  return Math.max(
    0,
    left(own, waitAfter),
    left(strange, (failures) => Math.min(longestStrangeMs, waitAfter(Math.floor(failures / strangeShare)))),
  );
}

async function note(db: Database, now: Date, { own, strange }: Buckets): Promise<void> {
  await db.transaction(async (transaction) => {
    await db.change(
      'DELETE FROM sign_in_failure WHERE lastAt < :before',
      { before: new Date(now.getTime() - forgottenMs) },
      transaction,
    );
    for (const bucket of strange ? [own, strange] : [own])
      await db.change(
        'INSERT INTO sign_in_failure (bucket, failures, lastAt) VALUES (:bucket, 1, :now) ON DUPLICATE KEY UPDATE failures = failures + 1, lastAt = :now',
        { bucket, now },
        transaction,
      );
  });
}

/** Gives a person a password, in place of the one before. Refused in words where it would be guessed. */
export async function setPassword(db: Database, now: Date, personId: string, password: string): Promise<Result<null>> {
  const [person, plant] = await Promise.all([db.Person.findByPk(personId), thePlant(db)]);
  if (!person) return refusal('not-found', 'This person is not on the plant’s list.');
  const fault = passwordFault(password, [person.name, person.initials, plant.name, 'Tagebuch'], isCommonPassword);
  if (fault) return refusal('invalid', 'This password is not taken; the one before stays.', { password: fault });
  const passwordHash = await keptOf(password);
  await db.transaction(() => db.SignInSecret.upsert({ personId, passwordHash, passwordSetAt: now }));
  return done(null);
}
