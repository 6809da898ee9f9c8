import { ulid } from 'ulid';
import { z } from 'zod';
import { type Scope, scopes } from '@/core/people/rights';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { digestOf, newToken } from './tokens';

const longestDays = 1100;

export const clientForm = z.strictObject({
  name: z
    .string()
    .trim()
    .min(1, { error: 'Name: what it is, such as the gateway in the press hall.' })
    .max(80, { error: 'Name: at most 80 characters.' }),
  scopes: z.array(z.enum(Object.keys(scopes) as [Scope, ...Scope[]])).min(1, { error: 'What for: tick at least one.' }),
  days: z.coerce
    .number({ error: 'Good for: a number of days.' })
    .int({ error: 'Good for: whole days.' })
    .min(1, { error: 'Good for: at least a day.' })
    .max(longestDays, { error: `Good for: at most ${longestDays} days.` }),
});

/**
 * Lets a machine in.
 * @returns its token, which is shown this once
 */
export async function addClient(
  { db, now, actor }: Pick<Desk, 'db' | 'now'> & { actor: { id: string } | null },
  values: unknown,
) {
  const form = parseForm(clientForm, values);
  if (!form.ok) return form;
  const { name, days } = form.value;
  const token = newToken();
  await db.transaction(() =>
    db.MachineClient.create({
      id: ulid(now.getTime()),
      name,
      tokenHash: digestOf(token),
      scopes: form.value.scopes,
      madeBy: actor?.id ?? null,
      madeAt: now,
      endsAt: new Date(now.getTime() + days * 86_400_000),
    }),
  );
  return done({ token });
}

/** Lets a machine in no more. */
export async function endClient({ db, now }: Desk, id: string): Promise<Result<null>> {
  const [ended] = await db.transaction(() =>
    db.MachineClient.update({ endedAt: now }, { where: { id, endedAt: null } }),
  );
  return ended > 0 ? done(null) : refusal('not-found', 'This was let in no more already.');
}

/** Which machine holds a token, and what for; undefined where it holds none that is good. */
export async function findClient(db: Database, now: Date, token: string) {
  const client = await db.MachineClient.findOne({ where: { tokenHash: digestOf(token), endedAt: null } });
  if (!client || client.endsAt <= now) return undefined;
  if (!client.usedAt || now.getTime() - client.usedAt.getTime() > 60_000)
    await db.MachineClient.update({ usedAt: now }, { where: { id: client.id } });
  return { id: client.id, name: client.name, scopes: client.scopes };
}

/** Every machine that was ever let in, newest first. */
export const allClients = (db: Database) => db.MachineClient.findAll({ order: [['madeAt', 'DESC']] });
