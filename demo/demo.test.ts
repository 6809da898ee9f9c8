import { describe, expect, it } from 'vitest';
import { standingOn } from '../core/interval/due-words';
import { freshDatabase } from '../db/testing';
import { loadMeters, loadTaskStates } from '../desk/plan/states';
import { verifyLog } from '../desk/write/write-entries';
import { isEmpty, loadDemo } from './load';

describe('the demo plant', async () => {
  const now = new Date('2026-05-13T10:00:00Z');
  const db = await freshDatabase();
  await loadDemo(db, now);
  const states = await loadTaskStates(db, now);

  it('is as large as promised', async () => {
    expect(await isEmpty(db)).toBe(false);
    const counts = await Promise.all([db.Area, db.Machine, db.LubePoint, db.Lubricant, db.Gun, db.Route, db.Entry].map((model) => (model as typeof db.Area).count()));
    [4, 20, 120, 8, 2, 5, 1200].forEach((least, index) => expect(counts[index]).toBeGreaterThanOrEqual(least));
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
    const meters = await loadMeters(db, now);
    expect(meters.filter(({ state }) => state.rejected.length > 0).length).toBe(1);
    const rolled = meters.find(({ rolloverAt }) => rolloverAt)!;
    expect(rolled.state.kept.at(-1)!.value).toBeGreaterThan(rolled.rolloverAt!);
  });

  it('is the same plant when loaded again', async () => {
    const again = await freshDatabase();
    await loadDemo(again, now);
    const head = (database: typeof db) => database.LogHead.findByPk(1, { raw: true });
    expect(await head(again)).toEqual(await head(db));
  });
});
