import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { alone } from '../locks';
import { compareWithLog } from '../standing/rebuild';
import { smallPlant } from '../testing';
import { verifyLog } from '../log/verify';
import { together } from './together';
import { writeEntry } from './write-entries';

describe('work that is done together', () => {
  type Item = { name: string; of?: string };
  const setUp = (change: Partial<Parameters<typeof together<Item, string>>[0]> = {}) => {
    const batches: string[][] = [];
    const alones: string[] = [];
    const write = together<Item, string>({
      apart: ({ of, name }) => [of ?? name],
      many: async (items) => {
        batches.push(items.map(({ name }) => name));
        await new Promise((resolve) => setTimeout(resolve, 5));
        return items.map(({ name }) => `${name} together`);
      },
      hopeless: () => false,
      one: async ({ name }) => {
        alones.push(name);
        return `${name} alone`;
      },
      ...change,
    });
    return { batches, alones, all: (...items: Item[]) => Promise.all(items.map(write)), write };
  };

  it('waits while something is being done, and is done at once then', async () => {
    const { batches, all } = setUp();
    expect(await all({ name: 'a' }, { name: 'b' }, { name: 'c' })).toEqual(['a together', 'b together', 'c together']);
    expect(batches).toEqual([['a'], ['b', 'c']]);
  });

  it('keeps apart what shares a name, in the order in which it came', async () => {
    const { batches, all } = setUp();
    await all({ name: 'a' }, { name: 'b1', of: 'b' }, { name: 'b2', of: 'b' }, { name: 'b3', of: 'b' }, { name: 'c' });
    expect(batches).toEqual([['a'], ['b1', 'c'], ['b2'], ['b3']]);
  });

  it('does by itself what is left over, and everything where it went wrong', async () => {
    const left = setUp({ many: async (items) => items.map(({ name }) => (name === 'b' ? undefined : name)) });
    expect(await left.all({ name: 'a' }, { name: 'b' })).toEqual(['a', 'b alone']);
    const wrong = setUp({ many: async () => Promise.reject(new Error('One of them is wrong.')) });
    expect(await wrong.all({ name: 'a' }, { name: 'b' })).toEqual(['a alone', 'b alone']);
    expect(wrong.alones).toEqual(['a', 'b']);
  });

  it('tries nothing again that would fail again, and goes on with what comes later', async () => {
    let down = true;
    const { write } = setUp({
      many: async (items) => (down ? Promise.reject(new Error('Nobody answers.')) : items.map(({ name }) => name)),
      hopeless: () => true,
    });
    await expect(Promise.all([write({ name: 'a' })])).rejects.toThrow('Nobody answers.');
    down = false;
    expect(await write({ name: 'b' })).toBe('b');
  });

  it('lets whoever fails by itself fail alone', async () => {
    const { write } = setUp({
      many: async () => Promise.reject(new Error('One of them is wrong.')),
      one: async ({ name }) => (name === 'a' ? Promise.reject(new Error('It is this one.')) : name),
    });
    const [a, b] = await Promise.allSettled([write({ name: 'a' }), write({ name: 'b' })]);
    expect(a).toMatchObject({ status: 'rejected', reason: new Error('It is this one.') });
    expect(b).toMatchObject({ status: 'fulfilled', value: 'b' });
  });
});

describe('entries that come in at once', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const note = (machineId: string | null, change = {}) =>
    entry({ id: newId(), kind: 'note', machineId, pointId: null, body: { text: 'Seen.' }, ...change });

  it('are all written, each refused one refused by itself, and the seal of the log holds', async () => {
    const same = note(ids.machine);
    const sent = [
      note(ids.machine),
      note(ids.other),
      note(null),
      note(newId()),
      same,
      note(ids.other, { personId: newId() }),
      same,
      note(null),
      entry({ kind: 'reading', pointId: null, body: { meterId: ids.meter, value: 100 } }),
    ];
    const outcomes = await Promise.all(sent.map((each) => writeEntry(db, desk.now, each)));
    expect(outcomes.map(({ ok }) => ok)).toEqual([true, true, true, false, true, false, true, true, true]);
    expect([outcomes[4], outcomes[6]].map((each) => each!.ok && each!.stored).sort()).toEqual([false, true]);
    expect(outcomes[3]).toMatchObject({ problems: [{ pointer: '/machineId' }] });
    expect(outcomes[5]).toMatchObject({ problems: [{ pointer: '/personId' }] });
    expect(await verifyLog(db)).toMatchObject({ entries: 6, firstBroken: null });
    expect((await compareWithLog(db)).differences).toEqual([]);
  });

  it('do not wait for a machine that somebody else has', async () => {
    const order: string[] = [];
    let letGo = () => {};
    const held = new Promise<void>((resolve) => (letGo = resolve));
    const holding = new Promise<void>((begun) => {
      void alone(db, { machineIds: [ids.machine] }, async () => {
        begun();
        await held;
        order.push('let go');
      });
    });
    await holding;
    const waits = writeEntry(db, desk.now, note(ids.machine)).then(() => order.push('its machine'));
    await writeEntry(db, desk.now, note(ids.other)).then(() => order.push('another'));
    letGo();
    await waits;
    expect(order).toEqual(['another', 'let go', 'its machine']);
  });
});
