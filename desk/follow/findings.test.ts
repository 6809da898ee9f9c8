import fc from 'fast-check';
import { ulid } from 'ulid';
import { describe, expect, it } from 'vitest';
import type { EntryInput } from '@/core/entry/envelope';
import { findingFilter } from '@/core/follow/finding-filter';
import { freshDatabase } from '@/db/testing';
import { compareWithLog, rebuild } from '../standing/rebuild';
import { smallPlant } from '../testing';
import { writeEntry, writeTogether } from '../write/write-entries';
import { countFindings, listFindings, openFindings, openFindingsAt } from './findings';

const day = (number: number) => new Date(Date.UTC(2026, 5, number, 8)).toISOString();

describe('findings that are followed up', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const send = (change: Partial<EntryInput> & Pick<EntryInput, 'kind' | 'body'>) => {
    const sent = entry({ id: ulid(), pointId: ids.point, ...change });
    return { id: sent.id, answer: writeEntry(db, desk.now, sent) };
  };
  const find = async (body: object, on = 1, change: Partial<EntryInput> = {}) => {
    const { id, answer } = send({
      kind: 'finding',
      kindVersion: 2,
      happenedAt: day(on),
      body: { what: 'dark', urgency: 'plan', ...body },
      ...change,
    });
    expect(await answer).toMatchObject({ ok: true });
    return id;
  };
  const follow = (body: Record<string, unknown>, change: Partial<EntryInput> = {}) =>
    send({ kind: 'follow-up', body, happenedAt: day(10), ...change }).answer;
  const list = (search: object = {}) => listFindings(db, desk.now, findingFilter.parse(search), ids.anna);
  const open = async () => (await openFindings(db, desk.now)).shown;
  const lookAt = async (on: number, change: Partial<EntryInput> = {}) => {
    const { id, answer } = send({
      kind: 'check',
      kindVersion: 2,
      happenedAt: day(on),
      body: { result: 'in-order' },
      ...change,
    });
    expect(await answer).toMatchObject({ ok: true });
    return id;
  };

  it('stand open until the work that ended their cause is named, and a top-up never is that', async () => {
    const id = await find({ what: 'no-oil', urgency: 'act-now' }, 2);
    expect(await open()).toMatchObject([
      { entryId: id, urgency: 'act-now', isLate: true, owner: null, point: { number: 1 }, visits: 1 },
    ]);
    expect(await follow({ does: 'take', findingId: id, ownerId: ids.bert, byOn: '2026-06-20' })).toMatchObject({
      ok: true,
    });
    expect(await open()).toMatchObject([{ owner: 'BE', isLate: false, daySaid: true, dueOn: '2026-06-20' }]);

    const topUp = send({
      kind: 'top-up',
      kindVersion: 2,
      happenedAt: day(3),
      body: {
        lubricantId: ids.oil,
        amountKind: 'litres',
        amount: 2,
        overruled: { verdict: 'grease is in there', reason: 'oil bath' },
      },
    });
    expect(await topUp.answer).toMatchObject({ ok: true });
    const close = (answeredBy: string, more: object = {}) =>
      follow({ does: 'close', findingId: id, cause: 'drain plug loose', answeredBy, ...more });
    const refused = await close(topUp.id);
    expect(refused).toMatchObject({ ok: false, problems: [{ pointer: '/body/answeredBy' }] });
    expect(!refused.ok && refused.reason).toContain('"topped up" does not');
    expect(await close(ulid())).toMatchObject({ ok: false });
    expect(await close(await lookAt(1))).toMatchObject({
      ok: false,
      reason: expect.stringContaining('before') as string,
    });
    const off = send({ kind: 'check', kindVersion: 2, happenedAt: day(4), body: { result: 'off' } });
    expect(await off.answer).toMatchObject({ ok: true });
    expect(await close(off.id)).toMatchObject({ ok: false });

    const look = await lookAt(5);
    expect(await close(look)).toMatchObject({ ok: true });
    expect(await open()).not.toContainEqual(expect.objectContaining({ entryId: id }));
    expect(await close(look)).toMatchObject({ ok: false, code: 'conflict' });
    expect(await list({ which: 'closed' })).toMatchObject([{ entryId: id, closedOn: '2026-06-10' }]);
    // As it stood on a day before it was closed.
    const before = await openFindings(db, desk.now, new Date(day(9)));
    expect(before.shown).toContainEqual(expect.objectContaining({ entryId: id }));

    // What answered it never happened: it is open again.
    expect(
      await send({ kind: 'correction', kindVersion: 2, replacesId: look, body: { void: true, reason: 'not done' } })
        .answer,
    ).toMatchObject({ ok: true });
    expect(await open()).toContainEqual(expect.objectContaining({ entryId: id }));
  });

  it('are closed and opened again in one place only, by people of the plant', async () => {
    const id = await find({ what: 'noise', urgency: 'plan' }, 3);
    const elsewhere = await follow(
      { does: 'take', findingId: id, ownerId: ids.bert },
      { machineId: ids.other, pointId: null },
    );
    expect(elsewhere).toMatchObject({ ok: false, problems: [{ pointer: '/body/findingId' }] });
    expect(await follow({ does: 'take', findingId: id, ownerId: ulid() })).toMatchObject({ ok: false });
    expect(await follow({ does: 'take', findingId: id })).toMatchObject({ ok: false });
    expect(await follow({ does: 'reopen', findingId: id, reason: 'not closed' })).toMatchObject({ ok: false });
    // A note of what others did, written in the same breath.
    const note = entry({
      id: ulid(),
      kind: 'note',
      pointId: ids.point,
      happenedAt: day(8),
      body: { text: 'Fitters put a new bearing in.' },
    });
    const closed = await writeTogether(db, desk.now, [
      note,
      entry({
        id: ulid(),
        kind: 'follow-up',
        pointId: ids.point,
        happenedAt: day(8),
        body: { does: 'close', findingId: id, cause: 'bearing worn', answeredBy: note.id },
      }),
    ]);
    expect(closed).toMatchObject({ ok: true });
    expect(await follow({ does: 'take', findingId: id, ownerId: ids.anna })).toMatchObject({ ok: false });
    expect(await follow({ does: 'reopen', findingId: id, reason: 'still noisy' })).toMatchObject({ ok: true });
    expect(await list({ which: 'nobody' })).toContainEqual(expect.objectContaining({ entryId: id }));
  });

  it('are counted and listed by what is asked, a page after another', async () => {
    for (let at = 1; at <= 5; at += 1) await find({ what: 'other', urgency: 'watch', text: `Thing ${at}` }, at);
    await find({ what: 'other', urgency: 'watch', text: 'Thing 5' }, 6);
    const { byUrgency, nobody, late } = await countFindings(db, desk.now, ids.bert);
    const all = await list();
    expect(all).toHaveLength(byUrgency['act-now'] + byUrgency.plan + byUrgency.watch);
    expect(all.filter(({ owner }) => owner === null)).toHaveLength(nobody);
    expect(all.filter(({ isLate }) => isLate)).toHaveLength(late);
    expect(all.filter(({ visits }) => visits === 2)).toHaveLength(1);
    expect(await list({ urgency: 'watch' })).toHaveLength(byUrgency.watch);
    expect(await list({ machine: 'm-1' })).toHaveLength(all.length);
    expect(await list({ machine: 'M-2' })).toEqual([]);
    expect(await list({ which: 'mine' })).toEqual(all.filter(({ owner }) => owner === 'AN'));
    const page = (after?: string) =>
      listFindings(db, desk.now, findingFilter.parse({ ...(after && { after }) }), ids.anna, 3);
    const first = await page();
    const second = await page(first.at(-1)!.place);
    expect([...first, ...second]).toEqual(all.slice(0, 6));
    expect((await openFindingsAt(db, desk.now, { machineId: ids.machine })).count).toBe(all.length);
    expect((await openFindingsAt(db, desk.now, { pointId: ids.point })).shown).toEqual(all);
    expect(await openFindingsAt(db, desk.now, { machineId: ids.other })).toEqual({ shown: [], count: 0 });
  });

  it('stand after any history as the log read from end to end says', async () => {
    const step = fc.record({
      what: fc.constantFrom('find', 'find', 'take', 'close', 'reopen', 'void', 'void-answer'),
      on: fc.integer({ min: 1, max: 14 }),
      which: fc.nat(30),
      sign: fc.constantFrom('milky', 'foamy'),
    });
    const findings: string[] = [];
    const looks: string[] = [await lookAt(14)];
    const pick = (list: string[], which: number) => list[which % list.length] ?? ulid();
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 10 }), async (steps) => {
        for (const { what, on, which, sign } of steps) {
          const findingId = pick(findings, which);
          const change = { happenedAt: day(on) };
          if (what === 'find') findings.push(await find({ what: sign, urgency: 'act-now' }, on));
          else if (what === 'take') await follow({ does: 'take', findingId, ownerId: ids.anna }, change);
          else if (what === 'close') {
            looks.push(await lookAt(14));
            await follow({ does: 'close', findingId, cause: 'water', answeredBy: pick(looks, which) }, change);
          } else if (what === 'reopen') await follow({ does: 'reopen', findingId, reason: 'again' }, change);
          else
            await send({
              kind: 'correction',
              kindVersion: 2,
              replacesId: what === 'void' ? findingId : pick(looks, which),
              body: { void: true, reason: 'never was' },
            }).answer;
        }
        expect((await compareWithLog(db)).differences).toEqual([]);
      }),
      { numRuns: 12 },
    );
    // Whatever chance left open: one is closed for certain.
    const findingId = await find({ what: 'sludge' }, 2);
    const answeredBy = await lookAt(3);
    expect(await follow({ does: 'close', findingId, cause: 'mixed oils', answeredBy })).toMatchObject({ ok: true });
    const stood = await db.FindingStanding.findAll({ order: ['entryId'], raw: true });
    await rebuild(db);
    expect(await db.FindingStanding.findAll({ order: ['entryId'], raw: true })).toEqual(stood);
    expect(stood.some(({ closedMs }) => closedMs !== null)).toBe(true);
  });
});
