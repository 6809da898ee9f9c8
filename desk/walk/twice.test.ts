import { addHours, subHours } from 'date-fns';
import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { beginRound, listRounds, walkDocumentOf } from './rounds';
import { writtenTwice } from './twice';

describe('a stop that two people did', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const { now } = desk;
  const route = newId();
  await db.Route.create({ id: route, code: 'R-1', name: 'Round', note: '' });
  await db.Stop.create({ id: newId(), routeId: route, taskId: ids.task, position: 1 });
  const planned = subHours(now, 5);
  const roundId = newId();
  const begun = {
    id: roundId,
    routeId: route,
    personId: ids.anna,
    startedAt: subHours(now, 4).toISOString(),
    plannedAt: planned.toISOString(),
    stops: [ids.task],
  };
  /** Written by the book at an instant of its own clock. */
  const write = async (at: Date, change: Partial<Parameters<typeof entry>[0]>) => {
    const given = { kind: 'grease' as const, body: { lubricantId: ids.grease, massG: 20 } };
    const written = entry({
      ...given,
      pointId: ids.point,
      taskIds: [ids.task],
      happenedAt: at.toISOString(),
      ...change,
    });
    expect(await writeEntry(db, at, written)).toMatchObject({ ok: true });
    return written.id;
  };
  const twice = async () =>
    (await writtenTwice(db, await listRounds(db, subHours(now, 24), now))).map(({ point, first, second }) => [
      point.label,
      first.entryId,
      second.entryId,
    ]);
  const alsoBy = async () => {
    const document = await walkDocumentOf(db, now, roundId);
    return document.ok && document.value.stops[0]!.alsoBy;
  };

  it('is begun by the plan that the device had, and the same again changes nothing', async () => {
    await write(subHours(now, 6), {});
    expect(await beginRound(db, begun)).toMatchObject({ ok: true, stored: true });
    expect(await beginRound(db, begun)).toMatchObject({ ok: true, stored: false });
    expect(await beginRound(db, { ...begun, plannedAt: now.toISOString() })).toMatchObject({ code: 'conflict' });
    // What was there before the plan was read is no news.
    expect(await alsoBy()).toBeNull();
  });

  it('says so at the stop before it is done, and is on nobody’s list until both did it', async () => {
    const other = await write(subHours(now, 3), { body: { lubricantId: ids.grease, massG: 12 } });
    expect(await alsoBy()).toMatchObject({ entryId: other, amount: { value: 12, unit: 'g' } });
    expect(await twice()).toEqual([]);
  });

  it('is listed with both records, the earlier first, until somebody says that both happened', async () => {
    const { entryId } = (await alsoBy()) as { entryId: string };
    const mine = await write(subHours(now, 2), { roundId });
    expect(await twice()).toEqual([['M-1·01', entryId, mine]]);
    await write(subHours(now, 1), {
      kind: 'note',
      kindVersion: 2,
      body: { text: 'Both.', bothHappened: [mine, entryId] },
      taskIds: [],
    });
    expect(await twice()).toEqual([]);
    expect(await alsoBy()).toBeNull();
  });

  it('is no such thing any more once one of them was voided', async () => {
    const again = await write(addHours(now, -0.5), {});
    expect((await twice()).map(([, , second]) => second)).toEqual([again]);
    await write(now, {
      kind: 'correction',
      body: { void: true, reason: 'Did not happen.' },
      replacesId: again,
      taskIds: [],
    });
    expect(await twice()).toEqual([]);
  });
});
