import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { listRounds } from './rounds';
import { createRoute } from './routes';
import { writeSheet } from './typed-sheet';

describe('a sheet that is typed back', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const made = await createRoute(desk, { code: 'P-1', name: 'On paper', note: '', taskIds: [ids.task] });
  if (!made.ok) throw new Error(made.reason);
  const round = (change: object = {}) => ({
    id: newId(),
    routeId: made.value.id,
    personId: ids.anna,
    startedAt: '2026-06-15T06:00:00.000Z',
    stops: [ids.task],
    ...change,
  });
  const greased = (roundId: string, change: object = {}) =>
    entry({
      kind: 'grease',
      kindVersion: 2,
      pointId: ids.point,
      taskIds: [ids.task],
      roundId,
      happenedAt: '2026-06-15T08:00:00.000Z',
      body: { lubricantId: ids.grease, massG: 20 },
      ...change,
    });
  const signed = (roundId: string) =>
    entry({
      kind: 'hand-over',
      kindVersion: 3,
      machineId: null,
      roundId,
      happenedAt: '2026-06-15T08:00:00.000Z',
      body: { scope: 'round', done: 1, skipped: 0, off: 0, left: 0, text: 'Typed in from a paper sheet by BE.' },
    });
  const counts = async () => [await db.Round.count(), await db.Entry.count()];

  it('is one round, begun, answered and signed; sent twice it is written once', async () => {
    const begun = round();
    const sheet = { round: begun, entries: [greased(begun.id), signed(begun.id)] };
    expect(await writeSheet(desk, sheet)).toEqual({ ok: true, value: { entries: 2 } });
    expect(await writeSheet(desk, sheet)).toMatchObject({ ok: true });
    expect(await counts()).toEqual([1, 2]);
    const [listed] = await listRounds(db, new Date('2026-06-15T00:00:00Z'), new Date('2026-06-16T00:00:00Z'));
    expect(listed).toMatchObject({ routeCode: 'P-1', personInitials: 'AN', stops: 1, answered: 1 });
    expect(listed!.signedAt).not.toBeNull();
  });

  it('is written as a whole or not at all, and says which line is wrong', async () => {
    const before = await counts();
    const begun = round();
    const wrong = greased(begun.id, { body: { lubricantId: newId(), massG: 20 } });
    expect(
      await writeSheet(desk, { round: begun, entries: [greased(begun.id), wrong, signed(begun.id)] }),
    ).toMatchObject({
      ok: false,
      code: 'invalid',
      fields: { 1: expect.any(String) },
    });
    expect(await writeSheet(desk, { round: round({ routeId: newId() }), entries: [greased(begun.id)] })).toMatchObject({
      ok: false,
      reason: 'This route is not in the book.',
    });
    expect(await writeSheet(desk, { round: 'none', entries: ['none'] })).toMatchObject({ ok: false });
    expect(await counts()).toEqual(before);
  });
});
