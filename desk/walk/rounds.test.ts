import { describe, expect, it } from 'vitest';
import { walkDocument } from '@/core/walk/document';
import { freshDatabase } from '@/db/testing';
import { projectMachines } from '../standing/projection';
import { beginWalk, commitMarks, smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { beginRound, listRounds, readWalk, walkDocumentOf } from './rounds';

describe('a walk', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const route = newId();
  const empty = newId();
  await db.Route.bulkCreate([
    { id: route, code: 'R-1', name: 'Round', note: '' },
    { id: empty, code: 'R-2', name: 'Empty', note: '' },
  ]);
  await db.Stop.create({ id: newId(), routeId: route, taskId: ids.task, position: 1 });
  const write = async (change: Parameters<typeof entry>[0]) =>
    expect((await writeEntry(db, desk.now, entry(change))).ok).toBe(true);
  let roundId = '';
  const document = async () => {
    const read = await walkDocumentOf(db, desk.now, roundId);
    if (!read.ok) throw new Error(read.reason);
    return read.value;
  };

  it('cannot be begun on a route without stops, or on none', async () => {
    expect((await readWalk(desk, empty))!.plan.document.stops).toEqual([]);
    expect(await readWalk(desk, newId())).toBeUndefined();
    expect(await walkDocumentOf(db, desk.now, newId())).toMatchObject({ ok: false, code: 'not-found' });
  });

  it('holds what is due, and what nobody knows the last service of', async () => {
    roundId = (await beginWalk(desk, route, 'due'))!;
    const read = await document();
    expect(walkDocument.safeParse(read).error).toBeUndefined();
    expect(read.stops).toMatchObject([
      {
        taskId: ids.task,
        pointLabel: 'M-1·01',
        amountKind: 'grams',
        amount: 20,
        lubricant: { code: 'G-1' },
        cautions: expect.stringContaining('Shaft turns.') as string,
        written: null,
        dueWords: 'last service unknown',
      },
    ]);
    expect(read.guns).toMatchObject([{ code: 'GUN', gramsPerStroke: 1.2 }]);
    expect(read.meters).toMatchObject([{ name: 'Hour meter', lastValue: null, readInRound: false }]);
  });

  it('says which other units the plant has beside its own, also without a signal later', async () => {
    expect((await document()).unitsBeside).toEqual([]);
    await db.Plant.update({ unitsBeside: ['mass'] }, { where: {} });
    expect((await document()).unitsBeside).toEqual(['mass']);
    expect((await readWalk(desk, route))!.plan.document.unitsBeside).toEqual(['mass']);
    await db.Plant.update({ unitsBeside: [] }, { where: {} });
  });

  it('carries the procedure that is usual there, another one that its task names, or none', async () => {
    const here = async () => {
      const { stops, procedures } = await document();
      return [stops[0]!.procedure, Object.keys(procedures)];
    };
    const usual = 'regrease-running 1';
    expect(await here()).toEqual([usual, [usual]]);
    for (const [procedureCode, key] of [
      ['purge-with-relief', 'purge-with-relief 1'],
      ['none', null],
      ['', usual],
    ] as const) {
      await db.Task.update({ procedureCode }, { where: { id: ids.task } });
      expect(await here()).toEqual([key, key === null ? [] : [key]]);
    }
  });

  it('knows what stands open at its machines, and after which step a job was left', async () => {
    const openId = newId();
    const at = { procedure: 'regrease-running 1', step: 'wipe' };
    await write({
      id: openId,
      kind: 'open',
      kindVersion: 1,
      pointId: ids.point,
      taskIds: [ids.task],
      body: { does: 'open', name: 'Guard', runs: 'never', thing: 'guard', at },
    });
    expect(await document()).toMatchObject({
      openThings: [{ entryId: openId, name: 'Guard', holder: { initials: 'AN' }, isOfWalk: false, isWaived: false }],
      people: [{ initials: 'AN' }, { initials: 'BE' }],
      stops: [{ leftAfter: 'wipe' }],
    });
    await write({ kind: 'close', kindVersion: 1, pointId: ids.point, body: { openId } });
    expect(await document()).toMatchObject({ openThings: [], stops: [{ leftAfter: null }] });
  });

  it('is asked about when the same person walks the route anew, and not another', async () => {
    const { plan } = (await readWalk(desk, route))!;
    expect(plan.unsigned).toMatchObject({ id: roundId, stops: 1, done: 0, skipped: 0 });
    expect(walkDocument.safeParse(plan.document).error).toBeUndefined();
    const bert = { ...desk, actor: { id: ids.bert, initials: 'BE', name: 'Bert' } };
    expect((await readWalk(bert, route))!.plan.unsigned).toBeNull();
  });

  describe('as a device begins it', () => {
    const begun = {
      id: newId(),
      routeId: route,
      personId: ids.bert,
      startedAt: '2026-06-15T09:00:00Z',
      stops: [ids.task],
    };
    it('is written once, however often and however fast it is sent', async () => {
      const sent = await Promise.all([1, 2, 3, 4].map(() => beginRound(db, begun)));
      expect(sent.map((each) => each.ok && each.stored).sort()).toEqual([false, false, false, true]);
      expect(await db.Round.count({ where: { personId: ids.bert } })).toBe(1);
      expect(await commitMarks(db)).toBe(3);
    });

    it.each([
      [{ startedAt: '2026-06-15T09:30:00Z' }, 'conflict', '/id'],
      [{ id: newId(), routeId: newId() }, 'invalid', '/routeId'],
      [{ id: newId(), personId: newId() }, 'invalid', '/personId'],
      [{ id: newId(), stops: [newId()] }, 'invalid', '/stops'],
      [{ id: newId(), stops: [ids.task, ids.task] }, 'invalid', '/stops'],
      [{ id: newId(), stops: [] }, 'invalid', '/stops'],
      [{ id: 'x' }, 'invalid', '/id'],
      [{ id: newId(), more: 1 }, 'invalid', '/more'],
    ])('is refused with %j as %s', async (change, code, pointer) => {
      expect(await beginRound(db, { ...begun, ...change })).toMatchObject({ ok: false, code, problems: [{ pointer }] });
    });

    it('is signed once', async () => {
      const sign = (body: object = { scope: 'round', done: 0, skipped: 0, left: 1 }) =>
        writeEntry(
          db,
          desk.now,
          entry({ kind: 'hand-over', machineId: null, roundId: begun.id, body: body as Record<string, unknown> }),
        );
      const [one, other] = await Promise.all([sign(), sign()]);
      expect([one.ok, other.ok].sort()).toEqual([false, true]);
      expect(await sign()).toMatchObject({ ok: false, code: 'conflict', reason: expect.stringContaining('by Anna') });
    });

    it('says why it was broken off', async () => {
      const id = (await beginWalk({ ...desk, now: new Date('2026-06-20T06:00:00Z') }, route, 'all'))!;
      await write({
        kind: 'hand-over',
        machineId: null,
        roundId: id,
        body: { scope: 'round', done: 0, skipped: 0, left: 1, brokenOff: 'Called away.' },
      });
      const rounds = await listRounds(db, new Date('2026-06-20T00:00:00Z'), new Date('2026-06-21T00:00:00Z'));
      expect(rounds).toMatchObject([{ id, brokenOff: 'Called away.' }]);
    });
  });

  it('shows what was written on it, and no longer what was voided', async () => {
    const id = newId();
    await write({
      id,
      kind: 'grease',
      pointId: ids.point,
      taskIds: [ids.task],
      roundId,
      body: { lubricantId: ids.grease, massG: 20.4, strokes: 17, gunId: ids.gun },
    });
    expect((await document()).stops[0]!.written).toEqual({ entryId: id, kind: 'grease' });
    await write({
      kind: 'correction',
      pointId: ids.point,
      replacesId: id,
      body: { void: true, reason: 'Wrong machine.' },
    });
    expect((await document()).stops[0]!.written).toBeNull();
  });

  it('a finding does not answer a stop; a meter read is marked', async () => {
    await write({
      kind: 'finding',
      pointId: ids.point,
      taskIds: [ids.task],
      roundId,
      body: { what: 'leak', urgency: 'plan' },
    });
    await write({ kind: 'reading', roundId, body: { meterId: ids.meter, value: 12_000 } });
    const read = await document();
    expect(read.stops[0]!.written).toBeNull();
    expect(read.meters[0]).toMatchObject({ readInRound: true, lastValue: 12_000 });
  });

  it('shows a person’s amount with the plan’s beside it', async () => {
    await write({
      kind: 'override',
      pointId: ids.point,
      body: { taskId: ids.task, field: 'amount', unit: 'g', computed: 20, value: 14, reason: 'Short line.' },
    });
    expect((await document()).stops[0]).toMatchObject({ amount: 14, plannedAmount: 20 });
    await write({
      kind: 'override',
      pointId: ids.point,
      body: { taskId: ids.task, field: 'amount', unit: 'g', computed: 20, value: null, reason: 'Back to plan.' },
    });
    expect((await document()).stops[0]).toMatchObject({ amount: 20, plannedAmount: null });
  });

  it('is signed once it is handed over, and listed with its count', async () => {
    await write({ kind: 'skip', pointId: ids.point, taskIds: [ids.task], roundId, body: { reason: 'no-access' } });
    await write({
      kind: 'hand-over',
      machineId: null,
      roundId,
      body: { scope: 'round', done: 0, skipped: 1, left: 0 },
    });
    expect((await document()).signedAt).not.toBeNull();
    const day = new Date(desk.now.getTime() - 3_600_000);
    const rounds = await listRounds(db, day, new Date(day.getTime() + 86_400_000));
    expect(rounds.find(({ id }) => id === roundId)).toMatchObject({
      routeCode: 'R-1',
      personInitials: 'AN',
      stops: 1,
      answered: 1,
      signedAt: expect.any(String),
    });
  });

  it('tells before the step that a unit came empty', async () => {
    const reservoir = newId();
    await db.Reservoir.create({
      id: reservoir,
      machineId: ids.machine,
      name: 'Sump',
      capacityL: 2,
      residualL: null,
      comesEmpty: true,
    });
    await db.LubePoint.update({ reservoirId: reservoir }, { where: { id: ids.point } });
    await projectMachines(db, [ids.machine]);
    expect((await document()).stops[0]!.cautions).toMatch(/^This unit came empty.*Shaft turns\./);
    expect((await document()).stops[0]).toMatchObject({ heldBack: null, holdsL: 2 });
  });

  it('holds back what is done with a unit running that came empty, until it is filled', async () => {
    await db.Task.update({ machineState: 'running-idle' }, { where: { id: ids.task } });
    await projectMachines(db, [ids.machine]);
    expect((await document()).stops[0]!.heldBack).toMatchObject({ reason: expect.stringContaining('came empty') });
    await write({
      kind: 'commissioning',
      kindVersion: 2,
      pointId: ids.point,
      body: { basis: 'commissioned', lubricantId: ids.oil, volumeL: 2 },
    });
    expect((await document()).stops[0]!.heldBack).toBeNull();
  });

  it('says where the plan has somebody else do it', async () => {
    const said = async () => (await document()).stops[0]!.cautions;
    expect(await said()).not.toContain('is not entered');
    await db.Person.update({ mayDo: ['operator'] }, { where: { id: ids.anna } });
    expect(await said()).toContain('Work of the technician: AN is not entered for it.');
    await db.Task.update({ who: 'operator' }, { where: { id: ids.task } });
    expect(await said()).not.toContain('is not entered');
  });
});
