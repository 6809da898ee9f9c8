import { Op, literal } from 'sequelize';
import { changeText } from '@/core/people/device-texts';
import { pinFault, wrongPinsAllowed } from '@/core/people/pin';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { recordingFor } from '../log/recording';
import { type PublicKey, isSignedBy } from '../signature';
import { deviceOf } from './devices';
import { asLongAsACheck, isSecret, keptOf } from './secret';
import type { Opened, Whence } from './sign-in';
import { openSession } from './sessions';

/** A tap on a name says when it was made; a device whose clock is further off than this signs in by password. */
const longestAgeMs = 10 * 60_000;

/** Chooses a PIN for the device that one is signed in on; an empty one ends it. */
export async function choosePin({ db, now, actor }: Desk, pin: string, { deviceToken }: Whence): Promise<Result<null>> {
  const device = await deviceOf(db, now, deviceToken);
  if (!device) return refusal('conflict', 'This device is not enrolled: here one signs in by password.');
  const fault = pin === '' ? undefined : pinFault(pin);
  if (fault) return refusal('invalid', 'This PIN is not taken; the one before stays.', { pin: fault });
  const place = { deviceId: device.id, personId: actor.id };
  const pinHash = pin === '' ? '' : await keptOf(pin);
  await db.transaction(async () => {
    await db.DevicePin.destroy({ where: place });
    if (pinHash !== '') await db.DevicePin.create({ ...place, pinHash, setAt: now, failures: 0, usedAtMs: 0 });
  });
  return done(null);
}

/** Who may change to themselves by PIN on a device, by name. */
export async function namesByPin(db: Database, deviceId: string) {
  return db.select<{ id: string; initials: string; name: string }>(
    `SELECT person.id, person.initials, person.name FROM device_pin JOIN person ON person.id = device_pin.personId
     WHERE device_pin.deviceId = :deviceId AND person.active ORDER BY person.name`,
    { deviceId },
  );
}

/** Whether a person has a PIN on a device. */
export const hasPin = async (db: Database, deviceId: string, personId: string): Promise<boolean> =>
  (await db.DevicePin.count({ where: { deviceId, personId } })) > 0;

/** The enrolled device that holds a token, and whether a person has a PIN on it. */
export async function pinHere(db: Database, now: Date, deviceToken: string | undefined, personId: string) {
  const device = await deviceOf(db, now, deviceToken);
  return { device, isPinChosen: device !== undefined && (await hasPin(db, device.id, personId)) };
}

const wrong = refusal('signed-out', 'This is not the PIN. Sign in by your password if you have forgotten it.');
const over = refusal(
  'signed-out',
  'There is no PIN of this name here any more. Sign in by your password, and choose another.',
);

/**
 * Changes to another person on an enrolled device. The device signs for the tap, so that nobody uses a PIN from elsewhere;
 * each tap counts once. A few wrong ones end the PIN, on this device alone: the password goes on opening everything.
 */
export async function changeByPin(
  db: Database,
  now: Date,
  { personId, pin, at, signature }: { personId: string; pin: string; at: number; signature: string },
  from: Whence,
): Promise<Result<Opened>> {
  const device = await deviceOf(db, now, from.deviceToken);
  if (!device || Math.abs(now.getTime() - at) > longestAgeMs)
    return refusal('signed-out', 'This device is not enrolled, or its clock is off. Sign in by your password.');
  if (!isSignedBy(device.publicKey as PublicKey, changeText(device.id, personId, at), signature)) return wrong;
  const place = { deviceId: device.id, personId };
  const kept = await db.DevicePin.findOne({ where: place });
  const person = await db.Person.findOne({ where: { id: personId, active: true } });
  if (!kept || !person) {
    await asLongAsACheck(pin);
    return over;
  }
  // Counted before it is looked at, and each tap once: whoever sends many at once gets a few tries, and a copy none.
  const [counted] = await db.DevicePin.update(
    { failures: literal('failures + 1') as unknown as number, usedAtMs: at },
    { where: { ...place, usedAtMs: { [Op.lt]: at }, failures: { [Op.lt]: wrongPinsAllowed } } },
  );
  if (counted === 0) return wrong;
  if (!(await isSecret(pin, kept.pinHash))) {
    const { failures = wrongPinsAllowed } = (await db.DevicePin.findOne({ where: place })) ?? {};
    if (failures < wrongPinsAllowed) return wrong;
    await recordingFor(db, now, undefined).transaction(() => db.DevicePin.destroy({ where: place }));
    return over;
  }
  await db.DevicePin.update({ failures: 0 }, { where: place });
  return done(await openSession(db, now, { ...from, personId, how: 'pin' }));
}
