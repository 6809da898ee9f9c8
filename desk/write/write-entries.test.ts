import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { commitMarks, smallPlant } from '../testing';
import { verifyLog } from '../log/verify';
import { writeEntry, writeTogether } from './write-entries';

describe('the log', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const write = (raw: unknown, now = desk.now) => writeEntry(db, now, raw);
  const grease = (massG = 20) =>
    entry({
      kind: 'grease',
      pointId: ids.point,
      taskIds: [ids.task],
      body: { lubricantId: ids.grease, massG, strokes: 17, gunId: ids.gun },
    });
  const problem = async (raw: unknown) => {
    const outcome = await write(raw);
    return outcome.ok ? undefined : `${outcome.code} ${outcome.problems[0]!.pointer}`;
  };

  it('writes an entry once, however often it is sent', async () => {
    const sent = grease();
    expect(await write(sent)).toMatchObject({ ok: true, stored: true, entry: { seq: 1 } });
    expect(await commitMarks(db)).toBe(0);
    expect(await write(structuredClone(sent))).toMatchObject({ ok: true, stored: false, entry: { seq: 1 } });
    expect(await db.Entry.count()).toBe(1);
    // Whoever is told that it is there already is told after a commit of its own: it is on disk then.
    expect(await commitMarks(db)).toBe(1);
  });

  it('refuses another entry under the same identifier', async () => {
    const first = grease();
    await write(first);
    expect(await write({ ...first, body: { ...first.body, massG: 21 } })).toMatchObject({
      ok: false,
      code: 'conflict',
    });
  });

  it('numbers simultaneous writers without a gap and seals the chain', async () => {
    const before = await db.Entry.count();
    await Promise.all(Array.from({ length: 12 }, () => write(grease())));
    expect(await db.Entry.count()).toBe(before + 12);
    expect(await db.Entry.max('seq')).toBe(before + 12);
    expect(await verifyLog(db)).toMatchObject({ entries: before + 12, firstBroken: null });
  });

  it('names what is wrong, by pointer', async () => {
    expect(await problem({})).toBe('invalid /id');
    expect(await problem({ ...grease(), kind: 'party' })).toBe('invalid /kind');
    expect(await problem({ ...grease(), surprise: 1 })).toBe('invalid /surprise');
    expect(await problem({ ...grease(), body: { lubricantId: ids.grease, massG: -1 } })).toBe('invalid /body/massG');
    expect(await problem({ ...grease(), body: { lubricantId: ids.grease, massG: '20' } })).toBe('invalid /body/massG');
    expect(await problem({ ...grease(), body: { lubricantId: newId(), massG: 20 } })).toBe('invalid /body/lubricantId');
    expect(await problem({ ...grease(), machineId: ids.other })).toBe('invalid /pointId');
    expect(await problem({ ...grease(), machineId: null, pointId: null })).toBe('invalid /machineId');
    expect(await problem({ ...grease(), personId: newId() })).toBe('invalid /personId');
    expect(await problem({ ...grease(), happenedAt: '2026-02-30T10:00:00Z' })).toBe('invalid /happenedAt');
    expect(await problem(entry({ kind: 'sample', body: {} }))).toBe('invalid /body/bottle');
    expect(await problem(entry({ kind: 'note', body: { text: 'x'.repeat(10_000) } }))).toBe('invalid /body/text');
    expect(
      await problem(entry({ kind: 'reading', machineId: ids.other, body: { meterId: ids.meter, value: 5 } })),
    ).toBe('invalid /body/meterId');
  });

  it('writes nothing at all when anything is wrong', async () => {
    const before = await db.Entry.count();
    await write({ ...grease(), taskIds: [ids.task, newId()] });
    expect(await db.Entry.count()).toBe(before);
    expect(await db.EntryTask.count()).toBe(before);
  });

  it('writes what goes in together all or not at all, and once', async () => {
    const before = await db.Entry.count();
    const at = { kind: 'commissioning' as const, kindVersion: 2 };
    const filled = entry({
      ...at,
      pointId: ids.point,
      body: { basis: 'commissioned', lubricantId: ids.oil, volumeL: 3 },
    });
    const whole = entry({ ...at, body: { basis: 'commissioned' } });
    const wrong = entry({
      ...at,
      pointId: ids.point,
      body: { basis: 'commissioned', lubricantId: newId(), volumeL: 3 },
    });
    const together = (raws: unknown[]) => writeTogether(db, desk.now, raws);
    expect(await together([filled, wrong, whole])).toMatchObject({
      ok: false,
      problems: [{ pointer: '/1/body/lubricantId' }],
    });
    expect(await together([filled, { ...whole, kind: 'party' }])).toMatchObject({
      ok: false,
      problems: [{ pointer: '/1/kind' }],
    });
    expect(await db.Entry.count()).toBe(before);
    expect(await together([filled, whole])).toMatchObject({ ok: true, stored: true, entry: { id: whole.id } });
    expect(await together([filled, whole])).toMatchObject({ ok: true, stored: false, entry: { id: whole.id } });
    expect(await db.Entry.count()).toBe(before + 2);
  });

  it('keeps and marks an entry from a clock that is ahead', async () => {
    const ahead = { ...grease(), happenedAt: new Date(desk.now.getTime() + 11 * 60_000).toISOString() };
    expect(await write(ahead)).toMatchObject({ ok: true, entry: { clockAhead: true } });
    expect(
      await write({ ...grease(), happenedAt: new Date(desk.now.getTime() + 9 * 60_000).toISOString() }),
    ).toMatchObject({ ok: true, entry: { clockAhead: false } });
  });

  describe('corrections', () => {
    const correction = (replacesId: string, body: Record<string, unknown>) =>
      entry({ kind: 'correction', pointId: ids.point, replacesId, body });
    const replacement = (massG: number) => ({
      reason: 'Read the wrong gun.',
      replacement: {
        happenedAt: desk.now.toISOString(),
        offsetMinutes: 120,
        taskIds: [ids.task],
        body: { lubricantId: ids.grease, massG },
      },
    });

    it('replace the newest of a chain, and only that', async () => {
      const original = grease();
      await write(original);
      const first = correction(original.id, replacement(18));
      expect(await write(first)).toMatchObject({ ok: true });
      expect(await write(correction(original.id, replacement(19)))).toMatchObject({ ok: false, code: 'conflict' });
      expect(await write(correction(first.id, { void: true, reason: 'Never happened.' }))).toMatchObject({ ok: true });
    });

    it('cannot go on after a void', async () => {
      const original = grease();
      await write(original);
      const voided = correction(original.id, { void: true, reason: 'Never happened.' });
      await write(voided);
      expect(await write(correction(voided.id, replacement(19)))).toMatchObject({ ok: false, code: 'conflict' });
    });

    it('carry a body of the original’s kind, and a reason', async () => {
      const original = grease();
      await write(original);
      expect(
        await problem(
          correction(original.id, {
            ...replacement(18),
            replacement: { ...replacement(18).replacement, body: { text: 'hello' } },
          }),
        ),
      ).toBe('invalid /body/replacement/body/lubricantId');
      expect((await write(correction(original.id, { void: true }))).ok).toBe(false);
      expect(await problem({ ...grease(), replacesId: original.id })).toBe('invalid /replacesId');
      expect(await problem(correction(newId(), replacement(18)))).toBe('invalid /replacesId');
    });
  });

  describe('cannot be altered', () => {
    const firstId = async () => (await db.Entry.findOne({ order: [['seq', 'ASC']] }))!;

    it.each([
      ['through an instance', async () => (await firstId()).update({ deviceId: 'forged' })],
      ['by a static update', async () => db.Entry.update({ deviceId: 'forged' }, { where: { seq: 1 } })],
      [
        'by a bulk insert with update on duplicate',
        async () =>
          db.Entry.bulkCreate([{ ...(await firstId()).get({ plain: true }), deviceId: 'forged' }], {
            updateOnDuplicate: ['deviceId'],
          }),
      ],
      ['by an upsert', async () => db.Entry.upsert({ ...(await firstId()).get({ plain: true }), deviceId: 'forged' })],
      ['by an increment', async () => db.Entry.increment('kindVersion', { where: { seq: 1 } })],
      ['by raw SQL', async () => db.sequelize.query("UPDATE entry SET deviceId = 'forged' WHERE seq = 1")],
      ['by a delete', async () => db.Entry.destroy({ where: { seq: 1 } })],
      ['by REPLACE', async () => db.sequelize.query('REPLACE INTO entry SELECT * FROM entry WHERE seq = 1')],
      ['by truncating', async () => db.sequelize.query('TRUNCATE TABLE entry')],
    ])('%s', async (_, alter) => {
      const before = await firstId();
      await expect(alter()).rejects.toThrow();
      expect((await firstId()).get({ plain: true })).toEqual(before.get({ plain: true }));
    });

    it('and a forged row would break the seal', async () => {
      const row = (await firstId()).get({ plain: true });
      const { hashOf } = await import('../log/seal');
      expect(hashOf(row)).toBe(row.hash);
      expect(hashOf({ ...row, body: row.body.replace('20', '99') })).not.toBe(row.hash);
      expect(hashOf({ ...row, personId: ids.bert })).not.toBe(row.hash);
    });
  });
});
