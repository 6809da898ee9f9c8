import { ulid } from 'ulid';
import { describe, expect, it } from 'vitest';
import type { EntryInput } from '@/core/entry/envelope';
import { plantToday } from '@/core/time/plant-day';
import { freshDatabase } from '@/db/testing';
import { thePlant } from '../plant';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { readHandOver } from './hand-over';

describe('the hand-over of a day', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const today = plantToday(desk.now, await thePlant(db));
  const send = (change: Partial<EntryInput> & Pick<EntryInput, 'kind' | 'body'>) =>
    writeEntry(db, desk.now, entry({ id: ulid(), pointId: ids.point, ...change }));
  const read = () => readHandOver(desk, today);

  it('says what was skipped and why, what stands open, and what was found', async () => {
    expect(await read()).toMatchObject({ skipped: [], openThings: { count: 0 }, findings: { count: 0 }, readBy: [] });
    await send({ kind: 'skip', body: { reason: 'no-access', text: 'scaffold' }, taskIds: [ids.task] });
    await send({ kind: 'open', body: { does: 'open', name: 'Drain plug', runs: 'never' } });
    await send({ kind: 'finding', kindVersion: 2, body: { what: 'dark', urgency: 'plan' } });
    expect(await read()).toMatchObject({
      skipped: [{ body: { reason: 'no-access' } }],
      skippedMore: false,
      openThings: { count: 1, shown: [{ name: 'Drain plug' }] },
      findings: { count: 1 },
    });
  });

  it('is read by whoever comes next, once each, and belongs to no round', async () => {
    const heard = (personId: string, more: Partial<EntryInput> = {}) =>
      send({
        kind: 'hand-over',
        kindVersion: 3,
        personId,
        machineId: null,
        pointId: null,
        body: { scope: 'shift', of: today },
        ...more,
      });
    expect(await heard(ids.bert)).toMatchObject({ ok: true });
    expect((await read()).readBy).toMatchObject([{ initials: 'BE', name: 'Bert' }]);
    const route = ulid();
    const roundId = ulid();
    await db.Route.create({ id: route, code: 'R-1', name: 'Round', note: '' });
    await db.Round.create({ id: roundId, routeId: route, personId: ids.anna, startedAt: desk.now, stops: [ids.task] });
    expect(await heard(ids.anna, { roundId })).toMatchObject({ ok: false, problems: [{ pointer: '/roundId' }] });
    expect((await readHandOver(desk, '2026-01-02')).readBy).toEqual([]);
  });
});
