import { describe, expect, it } from 'vitest';
import { migrator } from './migrate';
import { freshDatabase } from './testing';

describe('migrations', async () => {
  const db = await freshDatabase({ migrated: false });
  const umzug = migrator(db.sequelize);
  const tables = async () =>
    (
      await db.select<{ name: string }>(
        "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name <> 'SequelizeMeta' ORDER BY 1",
      )
    ).map(({ name }) => name);

  it('run up, down to nothing, and up again', async () => {
    await umzug.up();
    const first = await tables();
    expect(first).toContain('entry');
    expect(first.length).toBeGreaterThan(20);
    await umzug.down({ to: 0 });
    expect(await tables()).toEqual([]);
    await umzug.up();
    expect(await tables()).toEqual(first);
    expect(await umzug.pending()).toEqual([]);
  });

  it('keep every character, µ included', async () => {
    await db.Area.create({
      id: '01HZZZZZZZZZZZZZZZZZZZZZZZ',
      code: 'µ',
      name: 'κ ν √ → ≥ 𝛑',
      position: 1,
      outline: { x: 1, y: 2, width: 3, height: 4 },
    });
    expect(await db.Area.findByPk('01HZZZZZZZZZZZZZZZZZZZZZZZ')).toMatchObject({
      code: 'µ',
      name: 'κ ν √ → ≥ 𝛑',
      outline: { x: 1, y: 2, width: 3, height: 4 },
    });
  });

  it('give JSON columns parsed in raw reads too', async () => {
    expect((await db.select<{ outline: object }>('SELECT outline FROM area'))[0]!.outline).toEqual({
      x: 1,
      y: 2,
      width: 3,
      height: 4,
    });
  });

  it('tell identifiers by their exact letters', async () => {
    await db.Area.create({ id: '01HZZZZZZZZZZZZZZZZZZZZZZA', code: 'A', name: 'a', position: 2, outline: null });
    expect(await db.Area.findByPk('01hzzzzzzzzzzzzzzzzzzzzzza')).toBeNull();
  });
});
