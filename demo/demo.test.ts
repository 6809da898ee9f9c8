import { describe, expect, it } from 'vitest';
import { standingOn } from '@/core/interval/due-words';
import { closedReason } from '@/core/grease/plan';
import { pointKindNames } from '@/core/register/point-kinds';
import { freshDatabase } from '@/db/testing';
import { ambientOf, chooseFor } from '@/desk/assign/choose';
import { loadMeters } from '@/desk/standing/meters';
import { loadTaskStates } from '@/desk/standing/states';
import { readMergers, readStoreRoom } from '@/desk/read/store-room';
import { verifyLog } from '@/desk/log/verify';
import { isEmpty, loadDemo } from './load';

describe('the demo plant', async () => {
  const now = new Date('2026-05-13T10:00:00Z');
  const db = await freshDatabase();
  const brokenOff = await db
    .transaction(async () => {
      await loadDemo(db, now);
      throw new Error('killed');
    })
    .catch((error: Error) => error.message);
  const emptyAfterwards = (await isEmpty(db)) && (await db.Entry.count()) === 0;
  await loadDemo(db, now);
  const states = await loadTaskStates(db, now);

  it('leaves nothing behind when its load is broken off, and is loaded anew', () => {
    expect([brokenOff, emptyAfterwards]).toEqual(['killed', true]);
  });

  it('is as large as promised', async () => {
    expect(await isEmpty(db)).toBe(false);
    const counts = await Promise.all(
      [db.Area, db.Machine, db.LubePoint, db.Lubricant, db.Gun, db.Route, db.Entry].map((model) =>
        (model as typeof db.Area).count(),
      ),
    );
    [12, 60, 400, 20, 4, 10, 8000].forEach((least, index) => expect(counts[index]).toBeGreaterThanOrEqual(least));
  });

  it('is sealed from the first entry to the last, none from the future', async () => {
    expect((await verifyLog(db)).firstBroken).toBeNull();
    expect(await db.select('SELECT id FROM entry WHERE happenedAtUtc > :now', { now })).toEqual([]);
  });

  it('shows every case of the job on its first page', () => {
    const standings = new Set(states.map(({ due }) => standingOn(due, '2026-05-13')));
    expect([...standings].sort()).toEqual(['due', 'later', 'overdue', 'soon', 'unknown']);
    expect(states.some(({ due }) => due.runIn)).toBe(true);
    expect(states.some(({ interval }) => interval.override)).toBe(true);
    expect(states.some(({ due }) => due.confidence === 'low')).toBe(true);
  });

  it('has a mistyped reading left out and a rolled-over meter summed', async () => {
    const meters = await loadMeters(db);
    expect(meters.filter(({ rejected }) => rejected > 0).length).toBe(1);
    const rolled = meters.find(({ rolloverAt }) => rolloverAt)!;
    expect(rolled.accumulated!).toBeGreaterThan(rolled.rolloverAt!);
  });

  it('has a point of every kind', async () => {
    const kinds = new Set((await db.LubePoint.findAll()).map(({ kind }) => kind));
    expect(pointKindNames.filter((kind) => !kinds.has(kind))).toEqual([]);
  });

  it('gives no grease task to a bearing closed on both sides', async () => {
    const closed = (await db.LubePoint.findAll()).filter(({ details }) => closedReason(details));
    expect(closed.length).toBeGreaterThan(0);
    for (const { id } of closed)
      expect(states.filter(({ point, action }) => point.id === id && action === 'grease')).toEqual([]);
  });

  it('has no lubricant at a point that its own rules would stop', async () => {
    const stopped: string[] = [];
    for (const point of await db.LubePoint.findAll()) {
      const winner = states.find((state) => state.point.id === point.id)?.lubricant;
      if (!winner || point.kind === 'generic') continue;
      const { candidates } = await chooseFor(db, point, await ambientOf(db, point.machineId));
      const { judged } = candidates.find(({ lubricant }) => lubricant.id === winner.id)!;
      if (judged.verdict === 'stop')
        stopped.push(`${point.name}: ${winner.code}, ${judged.findings.find(({ level }) => level === 'stop')!.text}`);
    }
    expect(stopped).toEqual([]);
  });

  it('has a sump that the season wants changed, a unit that came empty, and lubricants that could be one', async () => {
    expect(states.filter(({ bandChange }) => bandChange).map(({ machine }) => machine.code)).toEqual([
      'BM-C1',
      'BM-C1',
    ]);
    expect(states.some(({ cameEmpty }) => cameEmpty)).toBe(true);
    expect((await readMergers({ db, now })).length).toBeGreaterThan(1);
    expect((await readStoreRoom({ db, now })).filter(({ onHand }) => onHand > 0).length).toBeGreaterThan(10);
  });

  it('is the same plant when loaded again', async () => {
    const again = await freshDatabase();
    await loadDemo(again, now);
    const head = (database: typeof db) => database.LogHead.findByPk(1, { raw: true });
    expect(await head(again)).toEqual(await head(db));
  });
});
