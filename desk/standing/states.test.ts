import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { beginWalk, smallPlant } from '../testing';
import { listRounds, readWalk, walkDocumentOf } from '../walk/rounds';
import { writeEntry } from '../write/write-entries';
import { readChain, readLog } from '../log/lines';
import { createRoute } from '../walk/routes';
import { deriveMeters } from './meters';
import { deriveTaskStates, loadPastStates } from './states';

describe('where tasks stand', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const at = (day: string, time = '08:00') => `2026-${day}T${time}:00Z`;
  const write = async (change: Parameters<typeof entry>[0]) => {
    const sent = entry(change);
    const outcome = await writeEntry(db, desk.now, sent);
    if (!outcome.ok) throw new Error(outcome.reason);
    return sent;
  };
  const due = async (asOf = desk.now) => (await deriveTaskStates(db, asOf, { taskIds: [ids.task] }))[0]!.due;
  const about = { pointId: ids.point, taskIds: [ids.task] };

  it('is unknown, without a date, before anything is written', async () => {
    expect(await due()).toMatchObject({ state: 'unknown', hourLine: { state: 'unknown' } });
    expect((await due()).dueOn).toBeUndefined();
  });

  it('stays unknown but wanted when it is to be done on the next round', async () => {
    await write({ kind: 'commissioning', ...about, body: { basis: 'next-round' } });
    expect((await due()).state).toBe('next-round');
  });

  it('counts from a day that someone remembers', async () => {
    for (const [day, value] of [
      ['05-18', 5000],
      ['05-25', 5070],
      ['06-01', 5140],
      ['06-08', 5210],
      ['06-15', 5280],
    ] as const)
      await write({ kind: 'reading', happenedAt: at(day), body: { meterId: ids.meter, value } });
    await write({
      kind: 'commissioning',
      ...about,
      happenedAt: at('06-02'),
      body: { basis: 'done-on', on: '2026-06-01' },
    });
    // 1000 h from the first minute of 1 June at 10 h a day: 100 days.
    expect(await due()).toMatchObject({ state: 'known', by: 'hours', dueOn: '2026-09-09', confidence: 'good' });
  });

  it('moves on when the task is done', async () => {
    await write({
      kind: 'grease',
      ...about,
      happenedAt: at('06-15', '09:00'),
      body: { lubricantId: ids.grease, massG: 20 },
    });
    expect(await due()).toMatchObject({ dueOn: '2026-09-23', lastServiceAt: '2026-06-15T09:00:00.000Z' });
  });

  it('shows an earlier page as it was', async () => {
    // The day before there was no service yet, and the machine is known to have run 10 h a day.
    const then = async (day: string) =>
      (await loadPastStates(db, day, new Date(`${day}T22:00:00Z`), [ids.task]))[0]!.due;
    expect(await then('2026-06-14')).toMatchObject({
      dueOn: '2026-09-09',
      // The plant's day begins at six.
      lastServiceAt: '2026-06-01T04:00:00.000Z',
    });
    // Somebody remembered on the second what was done on the first.
    expect(await then('2026-06-01')).toMatchObject({ state: 'unknown' });
    expect(await then('2026-06-15')).toMatchObject({ dueOn: (await due()).dueOn });
  });

  it('leaves an implausible reading out, and says so', async () => {
    await write({
      kind: 'reading',
      happenedAt: at('06-15', '09:30'),
      body: { meterId: ids.meter, value: 900, confirmed: 'read twice' },
    });
    const [meter] = await deriveMeters(db, [ids.machine]);
    expect(meter!.state.rejected).toMatchObject([{ reason: expect.stringContaining('does not run backwards') }]);
    expect(meter!.last!.value).toBe(5280);
    expect((await due()).dueOn).toBe('2026-09-23');
  });

  it('follows a person’s interval, keeps the plan’s number beside it, and goes back', async () => {
    const override = (value: number | null) =>
      write({
        kind: 'override',
        ...about,
        taskIds: [],
        body: { taskId: ids.task, field: 'interval', unit: 'h', computed: 1000, value, reason: 'Dusty corner.' },
      });
    await override(500);
    const [state] = await deriveTaskStates(db, desk.now, { taskIds: [ids.task] });
    expect(state!.interval.override).toMatchObject({ value: 500, computed: 1000, by: 'Anna', reason: 'Dusty corner.' });
    expect(state!.due.dueOn).toBe('2026-08-04');
    await override(null);
    expect((await due()).dueOn).toBe('2026-09-23');
  });

  it('believes a correction, and forgets what was voided', async () => {
    const [newest] = await readLog(db, { kind: 'grease' }, 1);
    const corrected = {
      happenedAt: at('06-10', '09:00'),
      offsetMinutes: 120,
      taskIds: [ids.task],
      body: { lubricantId: ids.grease, massG: 20 },
    };
    const first = await write({
      kind: 'correction',
      pointId: ids.point,
      replacesId: newest!.id,
      body: { reason: 'It was Wednesday.', replacement: corrected },
    });
    expect((await due()).dueOn).toBe('2026-09-18');
    await write({
      kind: 'correction',
      pointId: ids.point,
      replacesId: first.id,
      body: { void: true, reason: 'Another machine.' },
    });
    expect((await due()).dueOn).toBe('2026-09-09');
    expect((await readChain(db, newest!.id)).map(({ kind }) => kind)).toEqual(['grease', 'correction', 'correction']);
    expect((await readLog(db, { ids: [newest!.id] }, 1))[0]!.correctedById).toBe(first.id);
  });

  it('filters the log', async () => {
    expect((await readLog(db, { kind: 'reading' })).length).toBe(6);
    expect((await readLog(db, { text: 'Dusty' })).map(({ kind }) => kind)).toEqual(['override', 'override']);
    expect(await readLog(db, { text: '100%' })).toEqual([]);
    expect((await readLog(db, { initials: 'BE' })).length).toBe(0);
    const page = await readLog(db, {}, 3);
    expect((await readLog(db, { beforeSeq: page.at(-1)!.seq }, 3))[0]!.seq).toBe(page.at(-1)!.seq - 1);
  });

  describe('a round', () => {
    it('asks about the walk that was begun, gives one document, and knows what is answered', async () => {
      const route = await createRoute(desk, { code: 'R', name: 'Round', note: '', taskIds: [ids.task] });
      if (!route.ok) throw new Error(route.reason);
      const unsigned = async () => (await readWalk(desk, route.value.id))!.plan.unsigned;
      expect(await beginWalk(desk, route.value.id, 'due')).toBeUndefined();
      expect(await unsigned()).toBeNull();
      const roundId = (await beginWalk(desk, route.value.id, 'all'))!;
      expect(await unsigned()).toMatchObject({ id: roundId, stops: 1, done: 0, skipped: 0 });
      const before = await walkDocumentOf(db, desk.now, roundId);
      expect(before).toMatchObject({
        ok: true,
        value: {
          version: 2,
          signedAt: null,
          stops: [
            {
              pointLabel: 'M-1·01',
              cautions: expect.stringContaining('Shaft turns.') as string,
              amount: 20,
              written: null,
            },
          ],
          guns: [{ gramsPerStroke: 1.2 }],
        },
      });
      const done = await write({
        kind: 'grease',
        ...about,
        roundId: roundId,
        body: { lubricantId: ids.grease, massG: 20.4, strokes: 17 },
      });
      await write({
        kind: 'hand-over',
        machineId: null,
        roundId: roundId,
        body: { scope: 'round', done: 1, skipped: 0, left: 0 },
      });
      expect(await walkDocumentOf(db, desk.now, roundId)).toMatchObject({
        value: { signedAt: expect.any(String), stops: [{ written: { entryId: done.id, kind: 'grease' } }] },
      });
      expect(await listRounds(db, new Date(at('06-01')), new Date(at('07-01')))).toMatchObject([
        { stops: 1, answered: 1, routeCode: 'R' },
      ]);
      expect(await unsigned()).toBeNull();
    });

    it('is not found by a wrong name', async () => {
      expect(await walkDocumentOf(db, desk.now, ids.point)).toMatchObject({ ok: false, code: 'not-found' });
    });
  });
});
