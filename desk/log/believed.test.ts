import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { insideOf } from '../assign/contents';
import { compareWithLog } from '../standing/rebuild';
import { loadTaskStates } from '../standing/states';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';

const dayMs = 86_400_000;

describe('what an entry counts for', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const at = (days: number) => new Date(desk.now.getTime() + days * dayMs).toISOString();
  const write = async (change: Parameters<typeof entry>[0]) => {
    const sent = entry(change);
    const outcome = await writeEntry(db, desk.now, sent);
    if (!outcome.ok) throw new Error(outcome.reason);
    return sent.id;
  };
  const service = (happenedAt: string, more: Partial<Parameters<typeof entry>[0]> = {}) =>
    write({
      kind: 'grease',
      pointId: ids.point,
      taskIds: [ids.task],
      happenedAt,
      body: { lubricantId: ids.grease, massG: 20 },
      ...more,
    });
  const putAt = (replacesId: string, happenedAt: string) =>
    write({
      kind: 'correction',
      pointId: ids.point,
      replacesId,
      body: {
        reason: 'The day was wrong.',
        replacement: {
          happenedAt,
          offsetMinutes: 120,
          taskIds: [ids.task],
          body: { lubricantId: ids.grease, massG: 20 },
        },
      },
    });
  const last = async () => (await loadTaskStates(db, desk.now, { taskIds: [ids.task] }))[0]!.due.lastServiceAt;
  const services = async () => (await db.DueStanding.findByPk(ids.task))!.servicesDone;

  it('a service that a correction dates into the future counts no more', async () => {
    const id = await service(at(-3));
    expect(await last()).toBe(at(-3));
    await putAt(id, at(2));
    expect(await last()).toBeUndefined();
  });

  it('one written by a clock that was ahead counts from the correction that puts its time right', async () => {
    const id = await service(at(5));
    expect(await last()).toBeUndefined();
    await putAt(id, at(-1));
    expect(await last()).toBe(at(-1));
    expect((await insideOf(db, { id: ids.point, reservoirId: null })).filled).toBe(ids.grease);
    expect((await compareWithLog(db)).differences).toEqual([]);
  });

  it('a second answer to a stop of the same round is no second service, and its grease counts all the same', async () => {
    const before = await services();
    const route = newId();
    const roundId = newId();
    await db.Route.create({ id: route, code: 'R-1', name: 'Round', note: '' });
    await db.Round.create({ id: roundId, routeId: route, personId: ids.anna, startedAt: desk.now, stops: [ids.task] });
    await service(at(-0.02), { roundId });
    await service(at(-0.01), { roundId, personId: ids.bert, body: { lubricantId: ids.oil, massG: 18 } });
    expect(await services()).toBe(before + 1);
    expect(await last()).toBe(at(-0.02));
    expect((await insideOf(db, { id: ids.point, reservoirId: null })).filled).toBe(ids.oil);
    expect((await compareWithLog(db)).differences).toEqual([]);
    const findings = await db.Entry.findAll({ where: { kind: 'finding', roundId } });
    expect(findings.map(({ body }) => JSON.parse(body) as object)).toMatchObject([
      { what: 'double-dose', urgency: 'watch', text: expect.stringMatching(/20 g.*Anna.*18 g.*Bert/) },
    ]);
  });

  it('a skip beside a service, or the same entry sent again, is no doubled dose', async () => {
    const roundId = newId();
    const route = (await db.Route.findOne())!;
    await db.Round.create({ id: roundId, routeId: route.id, personId: ids.anna, startedAt: desk.now, stops: [] });
    await write({ kind: 'skip', pointId: ids.point, taskIds: [ids.task], roundId, body: { reason: 'no-access' } });
    const sent = entry({
      kind: 'grease',
      pointId: ids.point,
      taskIds: [ids.task],
      roundId,
      body: { lubricantId: ids.grease, massG: 20 },
    });
    expect(await writeEntry(db, desk.now, sent)).toMatchObject({ ok: true, stored: true });
    expect(await writeEntry(db, desk.now, sent)).toMatchObject({ ok: true, stored: false });
    expect(await db.Entry.count({ where: { kind: 'finding', roundId } })).toBe(0);
  });

  it('an override is refused for a task of another machine', async () => {
    expect(
      await writeEntry(
        db,
        desk.now,
        entry({
          kind: 'override',
          machineId: ids.other,
          body: { taskId: ids.task, field: 'interval', unit: 'h', computed: 1000, value: 500, reason: 'Dust.' },
        }),
      ),
    ).toMatchObject({ ok: false, problems: [{ pointer: '/body/taskId' }] });
  });

  it('whoever has left was there when what comes in late happened', async () => {
    await db.Person.update({ active: false, leftAt: new Date(at(-2)) }, { where: { id: ids.bert } });
    const note = (happenedAt: string) =>
      writeEntry(db, desk.now, entry({ kind: 'note', personId: ids.bert, happenedAt, body: { text: 'Late.' } }));
    expect(await note(at(-3))).toMatchObject({ ok: true });
    expect(await note(at(-1))).toMatchObject({ ok: false, problems: [{ pointer: '/personId' }] });
  });
});
