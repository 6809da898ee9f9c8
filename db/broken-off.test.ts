import { describe, expect, it } from 'vitest';
import type { Database } from './connection';
import { freshDatabase } from './testing';

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

describe('a transaction that the database breaks off in favour of another', async () => {
  const db = await freshDatabase({ pool: 6 });
  const codes = ['A', 'B', 'C'];
  await db.Area.bulkCreate(
    codes.map((code, position) => ({ id: `0AREA0000000000000000000${code}0`, code, name: 'as it was', position })),
  );
  const rename = (code: string, name: string, transaction: Transaction) =>
    db.change('UPDATE area SET name = :name WHERE code = :code', { code, name }, transaction);
  const names = async () =>
    (await db.Area.findAll({ order: [['code', 'ASC']] })).map(({ code, name }) => `${code} ${name}`);

  it('leaves nothing of what was sent together with the change that failed', async () => {
    let lockedA = () => {};
    const hasA = new Promise<void>((resolve) => (lockedA = resolve));
    let lockedB = () => {};
    const hasB = new Promise<void>((resolve) => (lockedB = resolve));
    // Much has been written here: it is the other one that is broken off.
    const heavy = db.transaction(async (transaction) => {
      for (let place = 0; place < 200; place += 1)
        await db.insert(
          'area',
          [
            {
              id: `0AREA${String(place).padStart(21, '0')}`,
              code: `H${place}`,
              name: '',
              position: 9,
              createdAt: new Date(),
              updatedAt: new Date(),
            },
          ],
          transaction,
        );
      await rename('A', 'heavy', transaction);
      lockedA();
      await hasB;
      await rename('B', 'heavy', transaction);
    });
    const broken: unknown[] = [];
    let stood: string[] = [];
    const light = db.transaction(async (transaction) => {
      if (broken.length > 0) return;
      await hasA;
      await rename('B', 'light', transaction);
      lockedB();
      // B and A are wanted crosswise: one of the two is broken off, and with it all that it has done.
      await Promise.all([rename('A', 'light', transaction), rename('C', 'light', transaction)]).catch(
        async (error: unknown) => {
          broken.push(error);
          stood = await names();
          throw error;
        },
      );
    });
    await Promise.all([heavy, light]);
    expect(broken).toHaveLength(1);
    expect(stood.find((each) => each.startsWith('C'))).toBe('C as it was');
    expect((await names()).filter((each) => /^[ABC] /.test(each))).toEqual(['A heavy', 'B heavy', 'C as it was']);
  });
});
