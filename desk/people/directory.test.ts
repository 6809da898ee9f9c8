import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { signInFromDirectory } from './directory';
import { changePerson } from './people';

describe('signing in by a directory', async () => {
  const db = await freshDatabase();
  const { ids, desk } = await smallPlant(db);
  const from = { device: 'A laptop', address: '10.0.0.7' };
  const come = (subject: string, name: string) => signInFromDirectory(db, desk.now, { subject, name }, from);
  const said = { initials: 'BE', name: 'Bert', role: 'technician', roles: ['technician'], mayDo: [] };
  const call = async (id: string, directoryName: string) => {
    const { initials } = (await db.Person.findByPk(id))!;
    return changePerson(desk, id, { ...said, initials, directoryName });
  };

  it('lets in whom an administrator has named, by that name the first time and by the lasting one from then on', async () => {
    expect(await come('i 1', 'bert')).toMatchObject({ ok: false, why: 'unknown' });
    expect(await call(ids.bert, 'Bert')).toMatchObject({ ok: true });
    expect(await come('i 1', 'BERT')).toMatchObject({ ok: true });
    // Renamed there, it is still the same person; another who is called so now is not.
    expect(await come('i 1', 'bert.married')).toMatchObject({ ok: true });
    expect(await come('i 2', 'bert')).toMatchObject({ ok: false, why: 'another' });
  });

  it('asks anew who it is once an administrator writes another name', async () => {
    expect(await call(ids.bert, 'robert')).toMatchObject({ ok: true });
    expect(await come('i 1', 'bert')).toMatchObject({ ok: false, why: 'unknown' });
    expect(await come('i 3', 'robert')).toMatchObject({ ok: true });
  });

  it('has one person for a name, and none who has left', async () => {
    expect(await call(ids.anna, 'ROBERT')).toMatchObject({
      ok: false,
      fields: { directoryName: expect.stringContaining('Bert') },
    });
    await db.Person.update({ active: false }, { where: { id: ids.bert } });
    expect(await come('i 3', 'robert')).toMatchObject({ ok: false, why: 'unknown' });
  });
});
