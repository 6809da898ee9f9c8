import { beforeAll, describe, expect, it } from 'vitest';
import { keepRecording } from '@/db/recording';
import { freshDatabase } from '@/db/testing';
import { addPerson, changePerson, endSessionOf } from '../people/people';
import { openSession } from '../people/sessions';
import { setPassword } from '../people/sign-in';
import { createTask, updateTask } from '../plan/tasks';
import { saveClosures } from '../register/machines';
import { verifyLog } from '../log/verify';
import { smallPlant, taskForm } from '../testing';
import { writeEntry } from '../write/write-entries';
import { changesIn, changesOf } from './changes-of';
import { recordingFor } from './recording';
import { verifyChanges } from './verify-changes';

describe('what is changed of the plan stands in the log', async () => {
  const db = await freshDatabase();
  const { ids, desk: plain, entry } = await smallPlant(db);
  await keepRecording(db.sequelize);
  const desk = { ...plain, db: recordingFor(db, plain.now, plain.actor) };
  const newest = async () => {
    const [row] = await db.select<{ kind: string; personId: string; body: string; seq: string }>(
      'SELECT kind, personId, body, seq FROM entry ORDER BY seq DESC LIMIT 1',
    );
    return row
      ? { ...row, body: JSON.parse(row.body) as { changes: Record<string, unknown>[]; outside?: true } }
      : null;
  };
  const count = () => db.Entry.count();
  const unseen = async () => (await db.select<{ n: number }>('SELECT COUNT(*) AS n FROM change_seen'))[0]!.n;

  beforeAll(async () => {
    expect(await createTask(desk, ids.point, taskForm)).toMatchObject({ ok: true });
  });

  it('with before and after, in the name of whoever changed it, sealed like every entry', async () => {
    const made = (await newest())!;
    expect(made).toMatchObject({ kind: 'plan-change', personId: ids.anna });
    expect(made.body.changes.map(({ thing, how }) => `${String(thing)} ${String(how)}`).sort()).toEqual([
      'interval_stage made',
      'task made',
    ]);
    const [task] = await db.Task.findAll({ order: [['createdAt', 'DESC']], limit: 1 });
    expect(await updateTask(desk, task!.id, task!.version!, { ...taskForm, title: 'Grease it well' })).toMatchObject({
      ok: true,
    });
    expect((await newest())!.body.changes).toEqual([
      expect.objectContaining({ thing: 'task', id: task!.id, how: 'changed', fields: ['title'] }),
    ]);
    const [line] = await changesOf(db, [task!.id], 5);
    expect(line).toMatchObject({
      person: { initials: 'AN' },
      thing: 'task',
      how: 'changed',
      values: [{ field: 'title', was: taskForm.title, became: 'Grease it well' }],
    });
    expect(await verifyLog(db)).toMatchObject({ firstBroken: null });
    expect(await verifyChanges(db)).toEqual({ checked: 3, erased: 0, wrong: [] });
    expect(await unseen()).toBe(0);
  });

  it('shows it on the page of what it belongs to as well', async () => {
    expect((await changesOf(db, [ids.point], 10)).map(({ thing }) => thing)).toContain('task');
  });

  it('keeps no change that came to nothing, and none of what was refused or broken off', async () => {
    const before = await count();
    await desk.db.transaction(async () => {
      await db.Machine.update({ name: 'Other' }, { where: { id: ids.machine } });
      const machine = await db.Machine.findByPk(ids.machine);
      await db.Machine.update({ name: 'Conveyor drive' }, { where: { id: ids.machine } });
      return machine;
    });
    await desk.db.transaction(async () => {
      await db.Machine.update({ name: 'Conveyor drive' }, { where: { id: ids.machine } });
    });
    const after = await count();
    await expect(
      desk.db.transaction(async () => {
        await db.Machine.update({ name: 'Lost' }, { where: { id: ids.machine } });
        throw new Error('broken off');
      }),
    ).rejects.toThrow('broken off');
    expect(await count()).toBe(after);
    expect(after - before).toBeLessThanOrEqual(1);
    expect(await unseen()).toBe(0);
  });

  it('says of what was changed past the book that it was, and by nobody', async () => {
    await db.sequelize.query(`UPDATE machine SET name = 'Renamed by hand' WHERE id = '${ids.machine}'`);
    expect(
      await saveClosures(desk, { closures: [{ name: 'Summer', from: '2026-08-01', to: '2026-08-14' }] }),
    ).toMatchObject({ ok: true });
    const [line] = await changesOf(db, [ids.machine], 1);
    expect(line).toMatchObject({
      outside: true,
      person: { initials: 'BOOK' },
      values: [{ became: 'Renamed by hand' }],
    });
    expect((await newest())!.body).toMatchObject({ changes: [{ thing: 'plant', fields: ['closures'] }] });
    expect((await newest())!.personId).toBe(ids.anna);
  });

  it('keeps who gets in as administration, and of a password only that there is another', async () => {
    const person = await addPerson(desk, {
      initials: 'ZZ',
      name: 'Zora Zeman',
      role: 'technician',
      roles: ['technician'],
      mayDo: [],
    });
    const id = person.ok ? person.value.id : '';
    expect((await newest())!.kind).toBe('administration');
    expect(JSON.stringify((await newest())!.body)).not.toContain('Zora');
    await setPassword(desk.db, desk.now, id, 'a sentence nobody guesses');
    const [line] = await changesOf(db, [id], 1);
    expect(line!.values.find(({ field }) => field === 'passwordHash')).toEqual({
      field: 'passwordHash',
      was: null,
      became: 'kept secret',
    });
    await changePerson(desk, id, {
      initials: 'ZZ',
      name: 'Zora Zeman',
      role: 'technician',
      roles: ['reader'],
      mayDo: [],
    });
    expect((await changesOf(db, [id], 1))[0]).toMatchObject({ how: 'changed', values: [{ field: 'roles' }] });
    const before = await count();
    await openSession(db, desk.now, { personId: id, how: 'password', device: 'test' });
    const session = await db.Session.findOne({ where: { personId: id } });
    expect(await count()).toBe(before);
    expect(await endSessionOf(desk, id, session!.id)).toMatchObject({ ok: true });
    expect((await newest())!.body.changes).toMatchObject([{ thing: 'session', fields: ['endedBy'] }]);
  });

  it('is found out where somebody alters the values beside the log', async () => {
    await db.sequelize.query(
      `UPDATE change_made SET became = '{"title":"Never"}' WHERE thing = 'task' AND was IS NOT NULL`,
    );
    const { wrong } = await verifyChanges(db);
    expect(wrong).toHaveLength(1);
  });

  it('is corrected and voided by nobody: what was changed is changed again where it stands', async () => {
    const [{ id }] = (await db.select<{ id: string }>("SELECT id FROM entry WHERE kind = 'plan-change' LIMIT 1")) as [
      { id: string },
    ];
    const voiding = entry({ kind: 'correction', body: { reason: 'Wrong.', void: true }, replacesId: id });
    expect(await writeEntry(db, desk.now, { ...voiding, machineId: null, pointId: null })).toMatchObject({
      ok: false,
      problems: [{ pointer: '/replacesId', detail: expect.stringContaining('where it stands') }],
    });
  });

  it('says what one entry changed, each thing by its name', async () => {
    const [{ seq }] = (await db.select<{ seq: string }>(
      "SELECT seq FROM entry WHERE kind = 'plan-change' ORDER BY seq LIMIT 1",
    )) as [{ seq: string }];
    const lines = await changesIn(db, Number(seq));
    expect(lines.map(({ thing, called }) => `${thing} ${called}`).sort()).toEqual([
      expect.stringMatching(/^interval_stage Grease it well/),
      'task Grease it well',
    ]);
  });

  it('is written by nobody else: a device that sends one is refused', async () => {
    const sent = entry({
      kind: 'plan-change',
      body: { changes: [{ thing: 'task', id: 'x', how: 'made', fields: [], before: null, after: null }] },
    });
    expect(await writeEntry(db, desk.now, sent)).toMatchObject({ ok: false, problems: [{ pointer: '/kind' }] });
  });
});
