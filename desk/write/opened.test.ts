import { ulid } from 'ulid';
import { describe, expect, it } from 'vitest';
import type { EntryInput } from '@/core/entry/envelope';
import { freshDatabase } from '@/db/testing';
import { openThingsAt } from '../follow/open-things';
import { compareWithLog, rebuild } from '../standing/rebuild';
import { beginWalk, smallPlant } from '../testing';
import { writeEntry } from './write-entries';

describe('what is opened and locked', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const send = async (change: Partial<EntryInput> & Pick<EntryInput, 'kind' | 'body'>) => {
    const sent = entry({ id: ulid(), pointId: ids.point, ...change });
    return { id: sent.id, answer: await writeEntry(db, desk.now, sent) };
  };
  const write = async (change: Parameters<typeof send>[0]) => {
    const { id, answer } = await send(change);
    expect(answer).toMatchObject({ ok: true });
    return id;
  };
  const refused = async (change: Parameters<typeof send>[0]) => {
    const { answer } = await send(change);
    if (answer.ok) throw new Error('was taken');
    return answer.reason;
  };
  const open = (name: string, runs = 'never', more: Partial<EntryInput> = {}) =>
    write({ kind: 'open', body: { does: 'open', name, runs }, ...more });
  const here = async () => (await openThingsAt(db, desk.now, { machineId: ids.machine })).shown;
  const lock = (more: Partial<EntryInput> = {}) =>
    write({
      kind: 'isolation',
      body: {
        does: 'lock',
        lockNo: '12',
        proved: [{ source: 'mains 400 V', proof: 'tested at the terminals' }],
        tryStarted: true,
        controlsBack: true,
      },
      ...more,
    });

  it('stands at machine, point and plant until it is closed', async () => {
    const drain = await open('Drain plug');
    expect(await here()).toMatchObject([
      { entryId: drain, name: 'Drain plug', runsWords: 'never runs meanwhile', waiver: null },
    ]);
    expect((await openThingsAt(db, desk.now, 'plant')).count).toBe(1);
    expect((await openThingsAt(db, desk.now, { pointId: ids.point })).count).toBe(1);
    await write({ kind: 'close', body: { openId: drain } });
    expect(await here()).toEqual([]);
    // Somebody else closed it as well: both stand in the book.
    await write({ kind: 'close', body: { openId: drain } });
  });

  it('keeps its job from being done, until it is closed or waived', async () => {
    const job = {
      kind: 'grease',
      kindVersion: 2,
      body: { lubricantId: ids.grease, massG: 20 },
      taskIds: [ids.task],
    } as const;
    const relief = await open('By-pass', 'never', { taskIds: [ids.task] });
    expect(await refused({ ...job, taskIds: [ids.task] })).toContain('Still open: By-pass');
    const waiver = { openId: relief, allowedBy: 'Shift lead', reason: 'the other pump is out' };
    await write({ kind: 'waiver', body: waiver });
    expect(await here()).toMatchObject([{ waiver: { allowedBy: 'Shift lead' } }]);
    await write({ ...job, taskIds: [ids.task] });
    await write({ kind: 'close', body: { openId: relief } });
    const relief2 = await open('Relief plug', 'may', { taskIds: [ids.task] });
    await write({ ...job, taskIds: [ids.task] });
    await write({ kind: 'close', body: { openId: relief2 } });
    expect(await refused({ kind: 'waiver', body: { ...waiver, openId: relief2 } })).toContain('closed meanwhile');
  });

  it('is refused where nobody opened it, or at another machine', async () => {
    expect(await refused({ kind: 'close', body: { openId: ulid() } })).toContain('Nothing of that name');
    const id = await lock();
    expect(await refused({ kind: 'close', body: { openId: id } })).toContain('Nothing of that name');
    await write({ kind: 'isolation', body: { does: 'unlock', lockId: id } });
  });

  it('a lock comes off by its owner, and passes on by name', async () => {
    const id = await lock();
    const off = { kind: 'isolation', body: { does: 'unlock', lockId: id } } as const;
    expect(await refused({ ...off, personId: ids.bert })).toContain('everybody takes the own lock off');
    await write({ kind: 'isolation', body: { does: 'hand-on', lockId: id, toId: ids.bert } });
    expect(await refused(off)).toContain('everybody takes the own lock off');
    await write({ ...off, personId: ids.bert });
    expect(await refused({ kind: 'isolation', body: { does: 'hand-on', lockId: id, toId: ids.bert } })).toContain(
      'closed',
    );
    expect(
      await refused({ kind: 'open', body: { does: 'hand-on', openId: await open('Vent', 'may'), toId: ulid() } }),
    ).toContain('not on the plant’s list');
  });

  it('keeps a round from being signed by whoever holds it', async () => {
    const route = ulid();
    await db.Route.create({ id: route, code: 'R-1', name: 'Round', note: '' });
    await db.Stop.create({ id: ulid(), routeId: route, taskId: ids.task, position: 1 });
    const roundId = (await beginWalk(desk, route, 'all'))!;
    const drain = await open('Drain plug', 'never', { roundId });
    const key = await lock({ roundId });
    const sign = {
      kind: 'hand-over',
      kindVersion: 2,
      machineId: null,
      pointId: null,
      roundId,
      body: { scope: 'round', done: 0, skipped: 0, left: 1, text: 'drains over night' },
    } as const;
    expect(await refused(sign)).toMatch(/Still open: Drain plug at .+, Lock 12 at/);
    await write({ kind: 'open', body: { does: 'hand-on', openId: drain, toId: ids.bert } });
    await write({ kind: 'isolation', body: { does: 'hand-on', lockId: key, toId: ids.bert } });
    await write(sign);
  });

  it('stands as the log says it, after a rebuild as well', async () => {
    const stood = await db.OpenThing.findAll({ order: ['entryId'], raw: true });
    expect((await compareWithLog(db)).differences.filter(({ table }) => table === 'open_thing')).toEqual([]);
    await rebuild(db);
    expect(await db.OpenThing.findAll({ order: ['entryId'], raw: true })).toEqual(stood);
    const [voided] = stood.filter(({ closedMs }) => closedMs === null);
    await write({ kind: 'correction', replacesId: voided!.entryId, body: { void: true, reason: 'never opened' } });
    expect(await db.OpenThing.findByPk(voided!.entryId)).toBeNull();
  });
});
