import { describe, expect, it } from 'vitest';
import { keepRecording } from '@/db/recording';
import { freshDatabase } from '@/db/testing';
import { changesOf } from '../log/changes-of';
import { readLog } from '../log/lines';
import { recordingFor } from '../log/recording';
import { verifyLog } from '../log/verify';
import { verifyChanges } from '../log/verify-changes';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { forgetPerson } from './forget';
import { changePerson, setActive } from './people';
import { makeLink } from './sign-in-links';
import { openSession } from './sessions';
import { setPassword } from './sign-in';

describe('who has left is forgotten', async () => {
  const db = await freshDatabase();
  const { ids, desk: plain, entry } = await smallPlant(db);
  await keepRecording(db.sequelize);
  const desk = { ...plain, db: recordingFor(db, plain.now, plain.actor) };
  const bert = await db.Person.findByPk(ids.bert);
  const { name, initials } = bert!;

  it('only after they are off the list', async () => {
    await writeEntry(db, desk.now, entry({ personId: ids.bert, kind: 'note', body: { text: 'Looked.' } }));
    await changePerson(desk, ids.bert, {
      initials,
      name: `${name} junior`,
      role: 'technician',
      roles: ['technician'],
      mayDo: [],
    });
    await setPassword(desk.db, desk.now, ids.bert, 'a sentence nobody guesses');
    await makeLink(desk.db, desk.now, ids.bert, ids.anna);
    await openSession(db, desk.now, { personId: ids.bert, how: 'password', device: 'A tablet' });
    expect(await forgetPerson(desk, ids.bert)).toMatchObject({ ok: false, code: 'conflict' });
  });

  it('and then nothing that is kept knows their name, while the log is whole and what they wrote is there', async () => {
    await setActive(desk, ids.bert, false);
    expect(await forgetPerson(desk, ids.bert)).toEqual({ ok: true, value: { initials: 'X1' } });
    expect(await forgetPerson(desk, ids.bert)).toEqual({ ok: true, value: { initials: 'X1' } });
    const tables = await db.select<{ name: string }>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'",
    );
    for (const { name: table } of tables) {
      const rows = await db.select<object>(`SELECT * FROM \`${table}\``);
      expect([table, JSON.stringify(rows).includes(name)]).toEqual([table, false]);
    }
    const [line] = await readLog(db, { kind: 'note' });
    expect(line).toMatchObject({ person: { initials: 'X1', name: 'Somebody who left' }, body: { text: 'Looked.' } });
    expect(await verifyLog(db)).toMatchObject({ firstBroken: null });
    const { erased, wrong } = await verifyChanges(db);
    expect(wrong).toEqual([]);
    expect(erased).toBeGreaterThan(3);
    expect((await changesOf(db, [ids.bert], 20)).every((change) => change.erased && change.values.length === 0)).toBe(
      true,
    );
    expect([await db.Session.count(), await db.SignInSecret.count(), await db.SignInLink.count()]).toEqual([0, 0, 0]);
  });

  it('of whom there is none, or a hand of the book, is refused', async () => {
    expect(await forgetPerson(desk, ids.machine)).toMatchObject({ ok: false, code: 'not-found' });
  });
});
