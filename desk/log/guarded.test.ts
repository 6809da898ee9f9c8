import { afterAll, describe, expect, it } from 'vitest';
import { connect } from '@/db/connection';
import { grantRunning, mayAlterLog } from '@/db/rights';
import { freshDatabase, freshDatabaseUrl } from '@/db/testing';
import { createTask } from '../plan/tasks';
import { compareWithLog, rebuild } from '../standing/rebuild';
import { smallPlant, taskForm } from '../testing';
import { writeEntry } from '../write/write-entries';
import { verifyLog } from './verify';

describe('the application’s own database user', async () => {
  const ownerUrl = await freshDatabaseUrl();
  const owner = await freshDatabase({ url: ownerUrl });
  await grantRunning(owner.sequelize, "'tagebuch'@'127.0.0.1'");
  const url = new URL(process.env.TEST_RUNNING_DATABASE_URL!);
  url.pathname = new URL(ownerUrl).pathname;
  const db = connect(url.href, 3);
  afterAll(() => db.close());
  const { ids, desk, entry } = await smallPlant(db);
  const note = () => writeEntry(db, desk.now, entry({ kind: 'note', body: { text: 'Looked.' } }));

  it('does all that the application does', async () => {
    expect(await note()).toMatchObject({ ok: true });
    expect(await createTask(desk, ids.point, taskForm)).toMatchObject({ ok: true });
    await rebuild(db);
    expect((await compareWithLog(db)).differences).toEqual([]);
    expect(await mayAlterLog(db.sequelize)).toBe(false);
    expect(await mayAlterLog(owner.sequelize)).toBe(true);
  });

  it.each([
    'DROP TRIGGER entry_no_update',
    'DROP TRIGGER entry_no_delete',
    "UPDATE entry SET body = '{}'",
    'DELETE FROM entry',
    'DELETE FROM entry_task',
    "UPDATE entry_task SET taskId = ''",
    'TRUNCATE entry',
    'DROP TABLE entry',
    'ALTER TABLE entry DROP COLUMN hash',
    'RENAME TABLE entry TO gone',
    'DELETE FROM log_head',
    'CREATE TABLE mine (id INT)',
    'CREATE TRIGGER mine BEFORE INSERT ON entry FOR EACH ROW SET NEW.seq = 1',
    'DELETE FROM SequelizeMeta',
    'GRANT ALL PRIVILEGES ON *.* TO CURRENT_USER()',
  ])('may not: %s', async (sql) => {
    await expect(db.sequelize.query(sql)).rejects.toThrow(/denied|command/i);
    expect(await verifyLog(db)).toMatchObject({ firstBroken: null });
  });

  it('a log that somebody shortened or altered all the same is found out, with the first break', async () => {
    for (let index = 0; index < 4; index += 1) await note();
    const whole = await verifyLog(db);
    expect(whole).toMatchObject({ entries: 5, firstBroken: null, head: { seq: 5 } });
    const alone = async (sql: string) => owner.sequelize.query(sql);
    await alone('DROP TRIGGER entry_no_update');
    await alone(`UPDATE entry SET body = REPLACE(body, 'Looked', 'Filled') WHERE seq = 3`);
    expect(await verifyLog(db)).toMatchObject({ entries: 2, firstBroken: 3 });
    await alone(`UPDATE entry SET body = REPLACE(body, 'Filled', 'Looked') WHERE seq = 3`);
    expect(await verifyLog(db)).toEqual(whole);
    await alone('DROP TRIGGER entry_no_delete');
    await alone('DELETE entry_words FROM entry_words JOIN entry ON entry.id = entry_words.entryId WHERE entry.seq = 5');
    await alone('DELETE FROM entry WHERE seq = 5');
    expect(await verifyLog(db)).toMatchObject({ entries: 4, firstBroken: 5 });
  });
});
