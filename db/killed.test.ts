import { describe, expect, it } from 'vitest';
import { migrate, misfitWords, migrator, schemaFit } from './migrate';
import { migrations } from './migrations';
import { freshDatabase } from './testing';

describe('a database whose migration was killed', async () => {
  const db = await freshDatabase({ migrated: false });
  const queries = db.sequelize.getQueryInterface();
  const forget = (name: string) =>
    db.sequelize.query('DELETE FROM SequelizeMeta WHERE name = ?', { replacements: [name] });

  it('goes on at every step, up and down, as if nothing had happened', async () => {
    for (const { name, up, down } of migrations) {
      await migrator(db.sequelize).up({ to: name });
      // Killed after the change and before its entry on the list of steps: it is run once more.
      await forget(name);
      await up(queries);
      await migrator(db.sequelize).up({ to: name });
      await down(queries);
      await down(queries);
      await forget(name);
      await migrator(db.sequelize).up({ to: name });
    }
    expect(await schemaFit(db.sequelize)).toEqual({ missing: [], unknown: [], outdated: false });
    expect(await db.LogHead.count()).toBe(1);
  });

  it('is brought up to date by one of several starts, the others wait', async () => {
    await migrator(db.sequelize).down({ to: 0 });
    const ran = await Promise.all([1, 2, 3].map(() => migrate(db.sequelize)));
    expect(ran.map(({ length }) => length).sort((a, b) => a - b)).toEqual([0, 0, migrations.length]);
  });

  it('is not held up for long by a start that died with the lock', async () => {
    await db.sequelize.query("UPDATE schema_lock SET holder = 'dead', seenAt = NOW(3) - INTERVAL 1 HOUR");
    expect(await migrate(db.sequelize)).toEqual([]);
    expect(await db.select('SELECT holder FROM schema_lock')).toEqual([{ holder: null }]);
  });

  it('is refused in words when it is older or newer than the code', async () => {
    await forget(migrations.at(-1)!.name);
    expect(misfitWords(await schemaFit(db.sequelize))).toMatch(/lacks 1 steps .*npm run migrate/);
    await migrate(db.sequelize);
    await db.sequelize.query("INSERT INTO SequelizeMeta (name) VALUES ('2099-01-01-01-later')");
    expect(misfitWords(await schemaFit(db.sequelize))).toMatch(/made by a newer version .*2099-01-01-01-later/);
    await expect(migrate(db.sequelize)).rejects.toThrow('newer version');
    await forget('2099-01-01-01-later');
    expect(misfitWords(await schemaFit(db.sequelize))).toBeUndefined();
  });
});
