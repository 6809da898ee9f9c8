import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { activePeople } from './active-people';
import { addPerson, allHands, changePerson, setActive } from './people';

describe('people', async () => {
  const db = await freshDatabase();
  const { desk, entry } = await smallPlant(db);
  const kim = { initials: 'kz', name: 'Kim Zauner', role: 'mechanic', mayDo: ['mechanic', 'technician'] };
  const idOf = async (initials: string) => (await db.Person.findOne({ where: { initials } }))!.id;

  it('are put on the list with whose work they may do', async () => {
    expect(await addPerson(desk, kim)).toMatchObject({ ok: true });
    expect(await db.Person.findByPk(await idOf('KZ'))).toMatchObject({
      active: true,
      mayDo: ['mechanic', 'technician'],
    });
    expect((await activePeople(db)).map(({ initials }) => initials)).toContain('KZ');
  });

  it.each([
    ['initials of another', { ...kim, name: 'Karl Zach' }, 'initials'],
    ['no initials', { ...kim, initials: ' ' }, 'initials'],
    ['initials that are a word', { ...kim, initials: 'KIMZA' }, 'initials'],
    ['no name', { ...kim, initials: 'ZZ', name: '' }, 'name'],
    ['the work of nobody known', { ...kim, initials: 'ZZ', mayDo: ['wizard'] }, 'mayDo.0'],
    ['a device', { ...kim, initials: 'ZZ', role: 'Device' }, 'role'],
  ])('are refused with %s, in words at the field', async (_, values, field) => {
    const before = await db.Person.count();
    expect(await addPerson(desk, values)).toMatchObject({ ok: false, fields: { [field]: expect.any(String) } });
    expect(await db.Person.count()).toBe(before);
  });

  it('change their name and work, and never their initials', async () => {
    const id = await idOf('KZ');
    expect(await changePerson(desk, id, { ...kim, name: 'Kim Zauner-Lechner', mayDo: [] })).toMatchObject({ ok: true });
    expect(await db.Person.findByPk(id)).toMatchObject({ name: 'Kim Zauner-Lechner', mayDo: null });
    expect(await changePerson(desk, id, { ...kim, initials: 'KL' })).toMatchObject({
      ok: false,
      fields: { initials: expect.stringContaining('KZ') },
    });
  });

  it('leave and come back; what was written before comes in, what is written after does not', async () => {
    const id = await idOf('KZ');
    expect(await setActive(desk, id, false)).toMatchObject({ ok: true });
    expect((await activePeople(db)).map(({ initials }) => initials)).not.toContain('KZ');
    expect((await allHands({ db })).at(-1)).toMatchObject({ initials: 'KZ', leftAt: desk.now });
    const written = (happenedAt: string) =>
      writeEntry(db, desk.now, entry({ kind: 'note', body: { text: 'Seen.' }, personId: id, happenedAt }));
    expect(await written('2026-06-14T10:00:00Z')).toMatchObject({ ok: true });
    expect(await written('2026-06-15T10:05:00Z')).toMatchObject({ ok: false });
    expect(await setActive(desk, id, true)).toMatchObject({ ok: true });
    expect(await db.Person.findByPk(id)).toMatchObject({ active: true, leftAt: null });
  });

  it('do not take themselves off the list', async () => {
    expect(await setActive(desk, desk.actor.id, false)).toMatchObject({ ok: false });
    expect(await db.Person.findByPk(desk.actor.id)).toMatchObject({ active: true });
  });

  it('are no devices', async () => {
    await writeEntry(db, desk.now, entry({ kind: 'note', body: { text: 'Seen.' } }));
    const id = await idOf('KZ');
    await db.Person.update({ role: 'device' }, { where: { id } });
    expect(await setActive(desk, id, false)).toMatchObject({ ok: false });
    expect(await changePerson(desk, id, kim)).toMatchObject({ ok: false });
    expect((await allHands({ db })).map(({ initials }) => initials)).not.toContain('KZ');
  });
});
