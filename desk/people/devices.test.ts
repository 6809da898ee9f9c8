import { generateKeyPairSync, sign as signRaw } from 'node:crypto';
import { ulid } from 'ulid';
import { describe, expect, it } from 'vitest';
import { changeText, enrolmentText } from '@/core/people/device-texts';
import { wrongPinsAllowed } from '@/core/people/pin';
import { signedText } from '@/core/entry/content';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { refusedHand } from '../write/hand';
import { deviceThatSigned, keepSignatures } from '../write/signed';
import { writeEntry } from '../write/write-entries';
import { verifySignatures } from '../log/verify-signatures';
import { allDevices, deviceOf, enrolDevice, withdrawDevice } from './devices';
import { changeByPin, choosePin, hasPin, namesByPin } from './pins';
import { findSession, openSession } from './sessions';

/** A device as the browser is one: a key whose private half only it has. */
function tablet() {
  const { privateKey, publicKey } = generateKeyPairSync('ec', { namedCurve: 'P-256' });
  const key = publicKey.export({ format: 'jwk' });
  const sign = (text: string) =>
    signRaw('sha256', Buffer.from(text), { key: privateKey, dsaEncoding: 'ieee-p1363' }).toString('base64url');
  const id = ulid();
  return {
    id,
    sign,
    brought: { id, key: { kty: key.kty, crv: key.crv, x: key.x, y: key.y }, signature: sign(enrolmentText(id)) },
  };
}

describe('enrolled devices', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const { now } = desk;
  const form = { name: 'Tablet 3', machineCode: '', days: '300' };
  const own = tablet();
  const deviceToken = 'the-cookie-of-tablet-3';
  const from = { deviceToken, device: 'A tablet', address: '10.0.0.7' };
  const session = (personId: string) => openSession(db, now, { personId, how: 'password', ...from });
  const note = (personId: string) => entry({ kind: 'note', body: { text: 'Seen.' }, personId });
  const bert = () => ({ actor: { id: ids.bert, initials: 'BE', name: 'Bert' }, roles: ['technician' as const] });

  it('are enrolled with a key of their own, and none without', async () => {
    const other = tablet();
    for (const [values, brought, token] of [
      [{ ...form, name: '' }, own.brought, deviceToken],
      [form, { ...own.brought, signature: other.brought.signature }, deviceToken],
      [form, { ...own.brought, key: { kty: 'EC', crv: 'P-256', x: 'x', y: 'y' } }, deviceToken],
      [form, own.brought, undefined],
      [{ ...form, machineCode: 'NONE-9' }, own.brought, deviceToken],
      [{ ...form, days: '0' }, own.brought, deviceToken],
    ] as const)
      expect(await enrolDevice(desk, values, brought, token)).toMatchObject({ ok: false });
    expect(await enrolDevice(desk, form, own.brought, deviceToken)).toEqual({ ok: true, value: { id: own.id } });
    expect((await deviceOf(db, now, deviceToken))?.name).toBe('Tablet 3');
    expect(await deviceOf(db, new Date(now.getTime() + 301 * 86_400_000), deviceToken)).toBeUndefined();
    expect(await deviceOf(db, now, 'another')).toBeUndefined();
  });

  it('say whose words wait on them, of those who were signed in there, and the signature stays beside the entry', async () => {
    const said = note(ids.anna);
    const signed = { deviceId: own.id, signatures: [own.sign(signedText(said))] };
    const device = () => deviceThatSigned(db, now, signed, [said]);
    // Anna was never here: the device cannot say that she wrote it.
    expect((await refusedHand(db, bert(), [said], await device()))?.code).toBe('not-yours');
    await session(ids.anna);
    await session(ids.bert);
    expect((await refusedHand(db, bert(), [said]))?.code).toBe('not-yours');
    expect(await refusedHand(db, bert(), [said], await device())).toBeUndefined();
    expect(await writeEntry(db, now, said)).toMatchObject({ ok: true });
    await keepSignatures(db, (await device())!, signed, [said]);
    await keepSignatures(db, (await device())!, signed, [said]);
    expect(await db.select('SELECT deviceId FROM entry_signature WHERE entryId = :id', { id: said.id })).toEqual([
      { deviceId: own.id },
    ]);
    expect((await db.Entry.findByPk(said.id))!.personId).toBe(ids.anna);
    expect(await verifySignatures(db)).toEqual({ checked: 1, wrong: [] });
    await db.sequelize.query(`UPDATE entry_signature SET signature = REVERSE(signature)`);
    expect((await verifySignatures(db)).wrong).toHaveLength(1);
  });

  it.each([
    ['of another device', () => tablet().sign],
    ['under something else', () => () => own.sign('something else')],
    ['that is none', () => () => 'A'.repeat(86)],
  ])('are not believed with a signature %s', async (_, signer) => {
    const said = note(ids.anna);
    const signed = { deviceId: own.id, signatures: [signer()(signedText(said))] };
    expect(await deviceThatSigned(db, now, signed, [said])).toBeUndefined();
    expect(await deviceThatSigned(db, now, { ...signed, signatures: [] }, [said])).toBeUndefined();
  });

  it('let nobody do by another’s hand what is not that one’s to do', async () => {
    await db.Person.update({ roles: ['operator'] }, { where: { id: ids.anna } });
    const said = note(ids.anna);
    const device = await deviceThatSigned(db, now, { deviceId: own.id, signatures: [own.sign(signedText(said))] }, [
      said,
    ]);
    expect((await refusedHand(db, bert(), [said], device))?.code).toBe('forbidden');
    await db.Person.update({ roles: ['technician'] }, { where: { id: ids.anna } });
  });

  const tap = (personId: string, pin: string, at: number, signer = own.sign) =>
    changeByPin(db, now, { personId, pin, at, signature: signer(changeText(own.id, personId, at)) }, from);

  it('change hands by a PIN, which is good on this device alone, and each tap once', async () => {
    const anna = { ...desk, actor: { id: ids.anna, initials: 'AN', name: 'Anna' } };
    expect(await choosePin(anna, '1234', from)).toMatchObject({
      ok: false,
      fields: { pin: expect.stringMatching(/row/) },
    });
    expect(await choosePin(anna, '4071', { ...from, deviceToken: 'another' })).toMatchObject({ ok: false });
    expect(await choosePin(anna, '4071', from)).toMatchObject({ ok: true });
    expect(await namesByPin(db, own.id)).toMatchObject([{ id: ids.anna }]);
    const { token } = await session(ids.bert);
    const at = now.getTime();
    expect(await tap(ids.anna, '4071', at, tablet().sign)).toMatchObject({ ok: false });
    expect(await tap(ids.anna, '4071', at - 3_600_000)).toMatchObject({ ok: false });
    const opened = await tap(ids.anna, '4071', at);
    expect(opened).toMatchObject({ ok: true });
    // Whoever held it before is signed out; a copy of the tap opens nothing.
    expect(await findSession(db, now, token)).toBeUndefined();
    expect(await tap(ids.anna, '4071', at)).toMatchObject({ ok: false });
    expect(await tap(ids.bert, '4071', at + 1)).toMatchObject({ ok: false, reason: expect.stringMatching(/no PIN/) });
  });

  it('forget a PIN after a few wrong ones, and nothing else', async () => {
    for (let wrong = 1; wrong < wrongPinsAllowed; wrong += 1)
      expect(await tap(ids.anna, '9999', now.getTime() + wrong)).toMatchObject({
        reason: expect.stringMatching(/not the PIN/),
      });
    expect(await tap(ids.anna, '9999', now.getTime() + 100)).toMatchObject({ reason: expect.stringMatching(/no PIN/) });
    expect(await hasPin(db, own.id, ids.anna)).toBe(false);
    expect(await tap(ids.anna, '4071', now.getTime() + 101)).toMatchObject({ ok: false });
    expect((await openSession(db, now, { personId: ids.anna, how: 'password', ...from })).token).toBeTruthy();
  });

  it('that are the counter of a machine are that, whoever signs in', async () => {
    const counter = tablet();
    const code = (await db.Machine.findByPk(ids.machine))!.code;
    expect(await enrolDevice(desk, { ...form, machineCode: code }, counter.brought, 'counter-cookie')).toMatchObject({
      ok: true,
    });
    const { token } = await openSession(db, now, {
      ...from,
      personId: ids.bert,
      how: 'password',
      deviceToken: 'counter-cookie',
    });
    const signedIn = (await findSession(db, now, token))!;
    expect(signedIn).toMatchObject({ roles: ['operator'], counterOf: ids.machine });
    const topUp = (machineId: string) => ({ ...note(ids.bert), kind: 'top-up', machineId });
    expect(await refusedHand(db, signedIn, [topUp(ids.machine)])).toBeUndefined();
    expect((await refusedHand(db, signedIn, [topUp(ids.other)]))?.code).toBe('forbidden');
    expect((await allDevices(db)).map(({ machineCode }) => machineCode)).toContain(code);
  });

  it('that are withdrawn end: sessions, PINs, and what they sign', async () => {
    const { token } = await session(ids.anna);
    expect(await withdrawDevice(desk, own.id)).toMatchObject({ ok: true });
    expect(await withdrawDevice(desk, own.id)).toMatchObject({ ok: false, code: 'not-found' });
    expect(await findSession(db, now, token)).toBeUndefined();
    expect(await namesByPin(db, own.id)).toEqual([]);
    const said = note(ids.anna);
    expect(
      await deviceThatSigned(db, now, { deviceId: own.id, signatures: [own.sign(signedText(said))] }, [said]),
    ).toBeUndefined();
  });
});
