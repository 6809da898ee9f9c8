import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { believedEntries, decides } from '@/core/entry/believed';
import type { EntryKind } from '@/core/entry/kinds';
import { freshDatabase } from '@/db/testing';
import { insideOf } from '../assign/contents';
import { createTask } from '../plan/tasks';
import { machineLog } from '../standing/read-log';
import { compareWithLog, rebuild } from '../standing/rebuild';
import { deriveTaskStates, loadTaskStates } from '../standing/states';
import { eachNeed } from '../store/needs';
import { gathered } from '../testing';
import { smallPlant, taskForm } from '../testing';
import { readOperatorCard } from '../walk/operator-card';
import { listRounds, walkDocumentOf } from '../walk/rounds';
import { writeEntry } from '../write/write-entries';
import { readBelieved } from './believed';
import { readEntry } from './lines';

const minute = 60_000;
const dayMs = 86_400_000;

describe('the log as it is to be believed', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const nowMs = desk.now.getTime();
  const at = (ms: number) => new Date(nowMs + ms).toISOString();
  const write = async (change: Parameters<typeof entry>[0]) => {
    const sent = entry({ id: newId(), pointId: ids.point, ...change });
    const outcome = await writeEntry(db, desk.now, sent);
    if (!outcome.ok) throw new Error(outcome.reason);
    return sent.id;
  };
  // Both versions of corrections may come from a device at any time.
  let corrections = 0;
  const putRight = (replacesId: string, body: Record<string, unknown>, taskIds: string[], happenedAt = at(-dayMs)) => {
    const second = (corrections += 1) % 2 === 0;
    const replacement = { ...(second && { kindVersion: 1 }), happenedAt, offsetMinutes: 120, taskIds, body };
    return write({
      kind: 'correction',
      kindVersion: second ? 2 : 1,
      replacesId,
      body: { reason: 'It was otherwise.', replacement },
    });
  };
  const voided = (replacesId: string) =>
    write({ kind: 'correction', replacesId, body: { void: true, reason: 'It never happened.' } });
  const topUpTask = await createTask(desk, ids.point, {
    ...taskForm,
    action: 'top-up',
    title: 'Top up',
    who: 'operator',
  });
  if (!topUpTask.ok) throw new Error(topUpTask.reason);
  const topUp = topUpTask.value.id;
  const litres = (amount: number) => ({ lubricantId: ids.oil, amountKind: 'litres', amount });

  it('a top-up that was put right counts with what it was put right to, for needs and for the operator’s card', async () => {
    const each = async () =>
      (await gathered(eachNeed(db, desk.now))).flat().find(({ taskId }) => taskId === topUp)!.need.each;
    const counted = async () =>
      (await readOperatorCard(desk, 'M-1'))!.lines.find(({ taskId }) => taskId === topUp)!.done;
    await write({ kind: 'top-up', taskIds: [topUp], happenedAt: at(-2 * dayMs), body: litres(2) });
    const wrong = await write({ kind: 'top-up', taskIds: [topUp], happenedAt: at(-dayMs), body: litres(2) });
    expect(await each()).toBe(2);
    const first = await putRight(wrong, litres(6), [topUp]);
    expect(await each()).toBe(4);
    expect(await counted()).toBe(2);
    // Put right once more, and to another task: it is the newest word that counts.
    const second = await putRight(first, litres(6), [ids.task]);
    expect([await each(), await counted()]).toEqual([2, 1]);
    await voided(second);
    expect([await each(), await counted()]).toEqual([2, 1]);
  });

  it('what a second person put in at one stop is added to the service, which stays one', async () => {
    const roundId = newId();
    const route = newId();
    await db.Route.create({ id: route, code: 'R-1', name: 'Oil', note: '' });
    await db.Round.create({ id: roundId, routeId: route, personId: ids.anna, startedAt: desk.now, stops: [topUp] });
    const before = (await readOperatorCard(desk, 'M-1'))!.lines[0]!.done;
    await write({ kind: 'top-up', taskIds: [topUp], roundId, happenedAt: at(-2 * minute), body: litres(1) });
    await write({ kind: 'top-up', taskIds: [topUp], roundId, happenedAt: at(-minute), body: litres(3) });
    expect((await readOperatorCard(desk, 'M-1'))!.lines[0]!.done).toBe(before + 1);
    // 2 L once, then 1 L and 3 L in one service.
    expect((await gathered(eachNeed(db, desk.now))).flat().find(({ taskId }) => taskId === topUp)!.need.each).toBe(3);
  });

  it('an answer that was voided answers nothing: the day’s page and the round say the same, before and after', async () => {
    const roundId = newId();
    const route = (await db.Route.findOne())!.id;
    await db.Round.create({ id: roundId, routeId: route, personId: ids.anna, startedAt: desk.now, stops: [ids.task] });
    const said = async () => {
      const list = await listRounds(db, new Date(nowMs - dayMs), new Date(nowMs + dayMs));
      const document = await walkDocumentOf(db, desk.now, roundId);
      if (!document.ok) throw new Error(document.reason);
      const { answered, signedAt } = list.find(({ id }) => id === roundId)!;
      return {
        list: { answered, signed: signedAt !== null },
        round: {
          answered: document.value.stops.filter((stop) => stop.written !== null).length,
          signed: document.value.signedAt !== null,
        },
      };
    };
    const both = (answered: number, signed: boolean) => ({ list: { answered, signed }, round: { answered, signed } });
    const answer = await write({ kind: 'check', taskIds: [ids.task], roundId, body: { result: 'in-order' } });
    expect(await said()).toEqual(both(1, false));
    await voided(answer);
    expect(await said()).toEqual(both(0, false));
    // A clock that runs ahead reckons no due date; the stop was answered all the same.
    await write({ kind: 'check', taskIds: [ids.task], roundId, happenedAt: at(30 * minute), body: { result: 'off' } });
    expect(await said()).toEqual(both(1, false));
    const signed = await write({
      kind: 'hand-over',
      pointId: null,
      machineId: null,
      roundId,
      body: { scope: 'round', done: 1, skipped: 0, left: 0 },
    });
    expect(await said()).toEqual(both(1, true));
    await write({
      kind: 'correction',
      pointId: null,
      machineId: null,
      replacesId: signed,
      body: { void: true, reason: 'Signed too early.' },
    });
    expect(await said()).toEqual(both(1, false));
  });

  it.each([8, 11])(
    'an override dated %i minutes ahead is the same on the list and on the page that says why',
    async (minutes) => {
      await write({
        kind: 'override',
        happenedAt: at(minutes * minute),
        body: { taskId: ids.task, field: 'interval', unit: 'h', computed: 1000, value: 500 + minutes, reason: 'Dust.' },
      });
      for (const now of [desk.now, new Date(nowMs + 20 * minute)]) {
        const [[list], [why]] = await Promise.all([
          loadTaskStates(db, now, { taskIds: [ids.task] }),
          deriveTaskStates(db, now, { taskIds: [ids.task] }),
        ]);
        expect(list!.interval).toEqual(why!.interval);
        expect(list!.due.dueOn).toBe(why!.due.dueOn);
      }
    },
  );

  it.each([8, 12])(
    'an oil change dated %i minutes ahead leaves one and the same in the sump, whoever asks',
    async (minutes) => {
      await write({ kind: 'grease', happenedAt: at(-minute), body: { lubricantId: ids.grease, massG: 1 } });
      await write({
        kind: 'oil-change',
        happenedAt: at(minutes * minute),
        body: { lubricantId: ids.oil, volumeL: 3 },
      });
      const log = await machineLog(db, [ids.machine]);
      const inside = (await insideOf(db, { id: ids.point, reservoirId: null })).filled;
      expect(inside).toBe(log.contents([ids.point]));
      expect(inside).toBe(ids.oil);
    },
  );

  it('the entry’s own page says what holds of it', async () => {
    const id = await write({ kind: 'check', taskIds: [ids.task], body: { result: 'off' } });
    const first = await putRight(id, { result: 'in-order' }, [ids.task], at(-3 * dayMs));
    const asked = [(await readEntry(db, id))!, (await readEntry(db, first))!];
    for (const { original, newest, current } of asked) {
      expect([original.id, newest.id]).toEqual([id, first]);
      expect(current).toMatchObject({
        id,
        body: { result: 'in-order' },
        happenedAt: at(-3 * dayMs),
        correctedBy: first,
      });
    }
    const last = await voided(first);
    expect(await readEntry(db, id)).toMatchObject({ newest: { id: last }, current: null });
    expect(await readEntry(db, newId())).toBeUndefined();
  });

  it('a version that this book does not know is refused, in an entry and in what a correction puts in place', async () => {
    const newer = await writeEntry(db, desk.now, entry({ kind: 'note', kindVersion: 7, body: { text: 'Later.' } }));
    expect(newer).toMatchObject({ ok: false, problems: [{ pointer: '/kindVersion', code: 'not-open' }] });
    const replacesId = await write({ kind: 'note', body: { text: 'Now.' } });
    const replacement = { kindVersion: 7, happenedAt: at(0), offsetMinutes: 0, taskIds: [], body: { text: 'Later.' } };
    const corrected = entry({
      kind: 'correction',
      kindVersion: 2,
      pointId: ids.point,
      replacesId,
      body: { reason: 'From the future.', replacement },
    });
    expect(await writeEntry(db, desk.now, corrected)).toMatchObject({
      ok: false,
      problems: [{ pointer: '/body/replacement/kindVersion', code: 'not-open' }],
    });
  });

  it('is in the database what the core says of it, whatever was corrected, voided, and by clocks that ran ahead', async () => {
    const written: { id: string; kind: EntryKind }[] = [];
    const step = fc.record({
      what: fc.constantFrom('note', 'note', 'right', 'right', 'void'),
      minutes: fc.integer({ min: -3000, max: 25 }),
      which: fc.nat(),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 2, maxLength: 10 }), async (steps) => {
        for (const { what, minutes, which } of steps) {
          const happenedAt = at(minutes * minute);
          const target = written[which % Math.max(1, written.length)];
          if (what === 'note' || !target)
            written.push({ id: await write({ kind: 'note', happenedAt, body: { text: 'Seen.' } }), kind: 'note' });
          else if (what === 'void') {
            written.splice(written.indexOf(target), 1);
            await voided(target.id);
          } else target.id = await putRight(target.id, { text: 'Seen again.' }, [], happenedAt);
        }
        const rows = await db.Entry.findAll({ order: [['seq', 'ASC']] });
        const said = believedEntries(
          rows.map((row) => ({
            ...row.get({ plain: true }),
            seq: Number(row.seq),
            body: JSON.parse(row.body) as Record<string, unknown>,
            taskIds: JSON.parse(row.taskIds) as string[],
          })),
        );
        const facts = (each: (typeof said)[number]) => {
          const { id, kindVersion, body, happenedAt, taskIds, correctedBy, receivedAt } = each;
          return { id, kindVersion, body, happenedAt, taskIds, correctedBy, receivedAt };
        };
        expect((await readBelieved(db, '1 = 1', {})).map(facts)).toEqual(said.map(facts));
        expect((await readBelieved(db, 'entry.decides', {})).map(({ id }) => id)).toEqual(
          said.filter(decides).map(({ id }) => id),
        );
      }),
      { numRuns: 10, seed: 3 },
    );
    expect((await compareWithLog(db)).differences).toEqual([]);
    await db.CorrectedEntry.destroy({ where: {} });
    expect((await compareWithLog(db)).differences.length).toBeGreaterThan(0);
    await rebuild(db);
    expect((await compareWithLog(db)).differences).toEqual([]);
  });

  it('has one reader: no other room asks the log’s table by itself', () => {
    const outside = ['desk', 'app', 'demo']
      .flatMap((room) => readdirSync(room, { recursive: true, encoding: 'utf8' }).map((name) => join(room, name)))
      .filter((file) => /\.tsx?$/.test(file) && !file.startsWith('desk/log/') && !file.includes('.test.'));
    expect(outside.length).toBeGreaterThan(100);
    const clauses =
      /\b(?:FROM|JOIN) (?:entry|corrected_entry)\b|replacesId = entry|kind = 'correction'|newestCorrections|believedEntries/;
    expect(outside.filter((file) => clauses.test(readFileSync(file, 'utf8')))).toEqual([]);
  });
});
