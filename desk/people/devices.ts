import { z } from 'zod';
import { enrolmentText } from '@/core/people/device-texts';
import type { EnrolledDevice } from '@/db/models/people';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { type PublicKey, isSignedBy } from '../signature';
import { endSessions } from './sessions';
import { digestOf } from './tokens';

const longestDays = 1100;

/** A key as the browser brings it. */
const publicKey = z.object({
  kty: z.literal('EC'),
  crv: z.literal('P-256'),
  x: z.string().max(60),
  y: z.string().max(60),
}) satisfies z.ZodType<PublicKey>;

export const deviceForm = z.strictObject({
  name: z
    .string()
    .trim()
    .min(1, { error: 'Name: as people call it, such as Tablet 3 of the lube room.' })
    .max(80, { error: 'Name: at most 80 characters.' }),
  machineCode: z.string().trim().max(20).default(''),
  days: z.coerce
    .number({ error: 'Good for: a number of days.' })
    .int({ error: 'Good for: whole days.' })
    .min(1, { error: 'Good for: at least a day.' })
    .max(longestDays, { error: `Good for: at most ${longestDays} days.` }),
});

/** What the device itself brings: its key, and its signature under this very enrolment. */
const broughtForm = z.strictObject({
  id: z.string().regex(/^[0-7][0-9A-HJKMNP-TV-Z]{25}$/),
  key: publicKey,
  signature: z.string().max(200),
});

/**
 * Enrols the device that an administrator has in hand: from then on what it signs is taken as written on it.
 * @param deviceToken what the device is known again by
 */
export async function enrolDevice(
  { db, now, actor }: Desk,
  values: unknown,
  brought: unknown,
  deviceToken: string | undefined,
): Promise<Result<{ id: string }>> {
  const form = parseForm(deviceForm, values);
  if (!form.ok) return form;
  const own = broughtForm.safeParse(brought);
  if (!own.success || !deviceToken || !isSignedBy(own.data.key, enrolmentText(own.data.id), own.data.signature))
    return refusal('invalid', 'This device did not show a key of its own. Load the page anew, and try again.');
  const { name, machineCode, days } = form.value;
  const machine = machineCode ? await db.MachineCode.findByPk(machineCode.toUpperCase()) : null;
  if (machineCode && !machine)
    return refusal('invalid', 'This machine is not in the plant.', {
      machineCode: `Counter of: there is no ${machineCode}. Write its code as it stands on its page.`,
    });
  const deviceHash = digestOf(deviceToken);
  const { id } = own.data;
  return db.transaction(async (transaction) => {
    // A device has one enrolment: enrolled anew, what it was before is over.
    await db.EnrolledDevice.update(
      { withdrawnAt: now, withdrawnBy: actor.id },
      { where: { deviceHash, withdrawnAt: null }, transaction },
    );
    await db.EnrolledDevice.create(
      {
        id,
        name,
        publicKey: own.data.key,
        deviceHash,
        machineId: machine?.machineId ?? null,
        enrolledBy: actor.id,
        enrolledAt: now,
        endsAt: new Date(now.getTime() + days * 86_400_000),
      },
      { transaction },
    );
    return done({ id });
  });
}

/** Withdraws a device: nobody is signed in on it any more, its PINs are gone, and its signature counts for nothing. */
export const withdrawDevice = ({ db, now, actor }: Desk, id: string): Promise<Result<null>> =>
  db.transaction(async (transaction) => {
    const device = await db.EnrolledDevice.findOne({ where: { id, withdrawnAt: null }, transaction, lock: true });
    if (!device) return refusal('not-found', 'This device is withdrawn already.');
    await device.update({ withdrawnAt: now, withdrawnBy: actor.id }, { transaction });
    await db.DevicePin.destroy({ where: { deviceId: id }, transaction });
    await endSessions(db, now, { deviceHash: device.deviceHash, endedBy: actor.id });
    return done(null);
  });

/** Whether a device counts: not withdrawn, and its time is not over. */
export const isEnrolled = (
  { withdrawnAt, endsAt }: Pick<EnrolledDevice, 'withdrawnAt' | 'endsAt'>,
  now: Date,
): boolean => withdrawnAt === null && endsAt > now;

/** The device that holds a token, where it is enrolled. */
export async function deviceOf(
  db: Database,
  now: Date,
  deviceToken: string | undefined,
): Promise<EnrolledDevice | undefined> {
  if (!deviceToken) return undefined;
  const device = await db.EnrolledDevice.findOne({ where: { deviceHash: digestOf(deviceToken), withdrawnAt: null } });
  return device && isEnrolled(device, now) ? device : undefined;
}

/** Every device that was ever enrolled, newest first, with what it is the counter of. */
export async function allDevices(db: Database) {
  const devices = await db.EnrolledDevice.findAll({ order: [['enrolledAt', 'DESC']] });
  const machines = await db.Machine.findAll({
    where: { id: devices.flatMap(({ machineId }) => machineId ?? []) },
    attributes: ['id', 'code'],
  });
  const codes = new Map(machines.map(({ id, code }) => [id, code]));
  return devices.map((device) => ({ device, machineCode: device.machineId ? codes.get(device.machineId) : undefined }));
}

/** What came with something that was sent: which device signed it, and its signature under each part, in their order. */
export type Signed = { deviceId: string; signatures: readonly string[] };

/** The device that signed texts, where it counts and has signed every one of them. */
export async function signedBy(
  db: Database,
  now: Date,
  { deviceId, signatures }: Signed,
  texts: readonly string[],
): Promise<EnrolledDevice | undefined> {
  const device = await db.EnrolledDevice.findByPk(deviceId);
  if (!device || !isEnrolled(device, now) || texts.length !== signatures.length) return undefined;
  return texts.every((text, place) => isSignedBy(device.publicKey as PublicKey, text, signatures[place]!))
    ? device
    : undefined;
}

/** Who of some people was ever signed in on a device: nobody else can have written on it. */
export async function signedInOn(
  db: Database,
  { deviceHash }: EnrolledDevice,
  personIds: readonly string[],
): Promise<Set<string>> {
  const sessions = await db.Session.findAll({
    where: { deviceHash, personId: [...new Set(personIds)] },
    attributes: ['personId'],
    group: ['personId'],
  });
  return new Set(sessions.map(({ personId }) => personId));
}

/** The code of the machine whose counter a device is; undefined where it is carried about. */
export async function counterAt(db: Database, machineId: string | null | undefined): Promise<string | undefined> {
  return machineId ? (await db.Machine.findByPk(machineId, { attributes: ['code'] }))?.code : undefined;
}
