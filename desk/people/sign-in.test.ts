import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { addFeed, endFeed, feedsOf, isFeed } from './calendar-feeds';
import { addClient, allClients, endClient, findClient } from './machine-clients';
import { changePassword, endOwnSession } from './own-sign-in';
import { setActive } from './people';
import { endSessions, findSession, openSession, sessionsOf } from './sessions';
import { linkOwner, makeLink, chooseByLink } from './sign-in-links';
import { setPassword, signIn, signInDemo } from './sign-in';

const good = 'three cranes on a wall';
const here = { address: '192.0.2.7', device: 'A tablet' };

describe('signing in', async () => {
  const db = await freshDatabase();
  const { ids, desk } = await smallPlant(db);
  let now = desk.now;
  const later = (ms: number) => (now = new Date(now.getTime() + ms));
  const anna = { ...desk, actor: { id: ids.anna, initials: 'AN', name: 'Anna' } };
  const tries = (password: string, from: object = {}, initials = 'an') =>
    signIn(db, now, { initials, password }, { ...here, ...from });
  await setPassword(db, now, ids.anna, good);

  it('takes initials and password, and keeps neither the password nor the token', async () => {
    const opened = await tries(good);
    if (!opened.ok) throw new Error(opened.reason);
    const { token, deviceToken } = opened.value;
    expect(await findSession(db, now, token)).toMatchObject({ actor: { initials: 'AN' }, roles: ['technician'] });
    const kept = JSON.stringify([await db.Session.findAll(), await db.SignInSecret.findAll()]);
    for (const secret of [token, deviceToken, good]) expect(kept).not.toContain(secret);
  });

  it('refuses what is wrong in the same words, whoever it is and whether anybody is', async () => {
    const answers = [await tries('wrong'), await tries(good, {}, 'ZZ'), await tries(good, {}, 'be')];
    expect(new Set(answers.map((answer) => JSON.stringify(answer))).size).toBe(1);
    expect(answers[0]).toMatchObject({ ok: false, code: 'signed-out' });
  });

  it('has whoever guesses wait longer and longer, and keeps nobody else out', async () => {
    const known = await tries(good, { address: '192.0.2.8' });
    if (!known.ok) throw new Error(known.reason);
    const guess = () => tries('wrong', { address: '198.51.100.1' });
    for (let count = 0; count < 3; count += 1) expect(await guess()).toMatchObject({ code: 'signed-out' });
    expect(await guess()).toMatchObject({ code: 'too-many', reason: expect.stringMatching(/Try again in 1 s/) });
    later(1500);
    expect(await guess()).toMatchObject({ code: 'signed-out' });
    expect(await guess()).toMatchObject({ code: 'too-many', reason: expect.stringMatching(/in 2 s/) });
    // The right password does not help whoever is waiting; the same person elsewhere does not wait.
    expect(await tries(good, { address: '198.51.100.1' })).toMatchObject({ code: 'too-many' });
    expect(await tries(good, { address: '192.0.2.9' })).toMatchObject({ ok: true });
    // Guesses from everywhere keep strange devices waiting, never one on which the person was signed in.
    for (let count = 0; count < 32; count += 1) await tries('wrong', { address: `203.0.113.${count}` });
    expect(await tries(good, { address: '203.0.113.99' })).toMatchObject({ code: 'too-many' });
    expect(await tries(good, { address: '203.0.113.1', deviceToken: known.value.deviceToken })).toMatchObject({
      ok: true,
    });
    later(25 * 3_600_000);
    expect(await tries(good, { address: '203.0.113.99' })).toMatchObject({ ok: true });
  });

  it('counts tries that come at once each for itself', async () => {
    later(25 * 3_600_000);
    const answers = await Promise.all(Array.from({ length: 12 }, () => tries('wrong', { address: '198.51.100.2' })));
    expect((await tries('wrong', { address: '198.51.100.2' })).ok).toBe(false);
    const [row] = await db.select<{ failures: number }>('SELECT MAX(failures) AS failures FROM sign_in_failure');
    expect(Number(row!.failures)).toBeGreaterThanOrEqual(
      answers.filter((answer) => !answer.ok && answer.code === 'signed-out').length,
    );
  });

  it('ends a session by idling, by its age, by hand, and with its person', async () => {
    const open = async () => {
      const opened = await openSession(db, now, { personId: ids.anna, how: 'password', device: 'A tablet' });
      return opened.token;
    };
    const first = await open();
    later(119 * 60_000);
    expect(await findSession(db, now, first)).toBeDefined();
    later(119 * 60_000);
    expect(await findSession(db, now, first)).toBeDefined();
    later(121 * 60_000);
    expect(await findSession(db, now, first)).toBeUndefined();
    const second = await open();
    for (let hour = 0; hour < 11; hour += 1) {
      later(3_600_000);
      expect(await findSession(db, now, second)).toBeDefined();
    }
    later(3_600_000);
    expect(await findSession(db, now, second)).toBeUndefined();
    const third = await open();
    const { sessionId } = (await findSession(db, now, third))!;
    expect(
      await endOwnSession({ ...desk, now, actor: { id: ids.bert, initials: 'BE', name: 'Bert' } }, sessionId),
    ).toMatchObject({ ok: false });
    expect(await endOwnSession({ ...anna, now }, sessionId)).toMatchObject({ ok: true });
    expect(await findSession(db, now, third)).toBeUndefined();
    const fourth = await open();
    await setActive({ ...desk, now, actor: { id: ids.bert, initials: 'BE', name: 'Bert' } }, ids.anna, false);
    expect(await findSession(db, now, fourth)).toBeUndefined();
    expect(await tries(good, { address: '192.0.2.20' })).toMatchObject({ ok: false });
    expect(await signInDemo(db, now, 'AN', here)).toMatchObject({ ok: false });
    await setActive({ ...desk, now, actor: { id: ids.bert, initials: 'BE', name: 'Bert' } }, ids.anna, true);
    expect(await findSession(db, now, fourth)).toBeUndefined();
    for (const forged of ['', 'x', first, `${fourth}x`]) expect(await findSession(db, now, forged)).toBeUndefined();
    expect((await sessionsOf(db, ids.anna)).length).toBeGreaterThan(3);
  });

  it('changes a password for whoever knows the old one, and ends every session', async () => {
    later(25 * 3_600_000);
    const { token } = await openSession(db, now, { personId: ids.anna, how: 'password', device: 'A tablet' });
    const changed = (before: string, password: string) =>
      changePassword({ ...anna, now }, { now: before, password }, { ...here, address: '192.0.2.30' });
    expect(await changed('wrong', 'four cranes on a wall')).toMatchObject({ fields: { now: expect.any(String) } });
    expect(await changed(good, 'short')).toMatchObject({ fields: { password: expect.stringMatching(/12/) } });
    expect(await changed(good, 'Testplant2026')).toMatchObject({
      fields: { password: expect.stringMatching(/“test”/) },
    });
    expect(await changed(good, 'five cranes on a wall')).toMatchObject({ ok: true });
    expect(await findSession(db, now, token)).toBeUndefined();
    expect(await tries(good, { address: '192.0.2.31' })).toMatchObject({ ok: false });
    expect(await tries('five cranes on a wall', { address: '192.0.2.31' })).toMatchObject({ ok: true });
  });

  it('lets somebody in by a link once, for a day, and only by the newest', async () => {
    const old = await makeLink(db, now, ids.bert, ids.anna);
    const made = await makeLink(db, now, ids.bert, null);
    if (!old.ok || !made.ok) throw new Error('no link');
    const chosen = (token: string, password = 'four cranes on a wall') => chooseByLink(db, now, token, password, here);
    expect(await linkOwner(db, now, old.value.token)).toMatchObject({ ok: false });
    expect(await chosen(old.value.token)).toMatchObject({ ok: false });
    expect(await chosen(made.value.token, 'passwordpassword')).toMatchObject({
      fields: { password: expect.any(String) },
    });
    const before = await openSession(db, now, { personId: ids.bert, how: 'password', device: 'Another' });
    const [first, second] = await Promise.all([chosen(made.value.token), chosen(made.value.token)]);
    expect([first.ok, second.ok].filter(Boolean)).toHaveLength(1);
    expect(await findSession(db, now, before.token)).toBeUndefined();
    expect(await chosen(made.value.token)).toMatchObject({ ok: false });
    const late = await makeLink(db, now, ids.bert, null);
    later(25 * 3_600_000);
    expect(late.ok && (await chosen(late.value.token))).toMatchObject({ ok: false });
    expect(await makeLink(db, now, ids.machine, null)).toMatchObject({ ok: false });
  });

  it('lets machines in by a token, for what it is for, until it ends', async () => {
    const made = await addClient({ db, now, actor: anna.actor }, { name: 'Gateway', scopes: ['readings'], days: '30' });
    if (!made.ok) throw new Error(made.reason);
    const { token } = made.value;
    expect(await findClient(db, now, token)).toMatchObject({ name: 'Gateway', scopes: ['readings'] });
    expect(JSON.stringify(await allClients(db))).not.toContain(token);
    expect(await findClient(db, now, `${token}x`)).toBeUndefined();
    expect(await addClient({ db, now, actor: null }, { name: '', scopes: [], days: '0' })).toMatchObject({
      fields: { name: expect.any(String), scopes: expect.any(String), days: expect.any(String) },
    });
    expect(await findClient(db, new Date(now.getTime() + 31 * 86_400_000), token)).toBeUndefined();
    const [client] = await allClients(db);
    expect(await endClient({ ...anna, now }, client!.id)).toMatchObject({ ok: true });
    expect(await endClient({ ...anna, now }, client!.id)).toMatchObject({ ok: false });
    expect(await findClient(db, now, token)).toBeUndefined();
  });

  it('reads a calendar by an address that its person ends, and that ends with them', async () => {
    const made = await addFeed({ ...anna, now });
    if (!made.ok) throw new Error(made.reason);
    expect([await isFeed(db, made.value.key), await isFeed(db, 'x')]).toEqual([true, false]);
    const [feed] = await feedsOf(db, ids.anna);
    expect(
      await endFeed({ ...desk, now, actor: { id: ids.bert, initials: 'BE', name: 'Bert' } }, feed!.id),
    ).toMatchObject({ ok: false });
    expect(await isFeed(db, made.value.key)).toBe(true);
    await db.Person.update({ active: false }, { where: { id: ids.anna } });
    expect(await isFeed(db, made.value.key)).toBe(false);
    await db.Person.update({ active: true, roles: ['operator'] }, { where: { id: ids.anna } });
    expect(await isFeed(db, made.value.key)).toBe(false);
    await db.Person.update({ roles: ['technician'] }, { where: { id: ids.anna } });
    expect(await endFeed({ ...anna, now }, feed!.id)).toMatchObject({ ok: true });
    expect(await isFeed(db, made.value.key)).toBe(false);
    expect(await endSessions(db, now, { personId: ids.anna })).toBeGreaterThanOrEqual(0);
  });
});
