import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import type { EntryInput } from '@/core/entry/kinds';
import { Outbox } from './outbox';

let count = 0;
const freshOutbox = () => Outbox.open(`test-${(count += 1)}`);
const note = (id: string): EntryInput => ({
  id,
  kind: 'note',
  kindVersion: 1,
  body: { text: id },
  happenedAt: '2026-01-01T00:00:00Z',
  offsetMinutes: 0,
  personId: 'p',
  deviceId: 'd',
  machineId: null,
});
const answering =
  (status: number, body: object = {}) =>
  async () =>
    new Response(JSON.stringify(body), { status });
const ids = async (outbox: Outbox) => (await outbox.all()).map(({ id }) => id);

describe('the outbox', () => {
  it('sends oldest first and forgets what the server has', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('B'), 2);
    await outbox.put(note('A'), 1);
    const seen: string[] = [];
    const result = await outbox.send(10, async (_, init) => {
      seen.push((JSON.parse(String(init.body)) as EntryInput).id);
      return new Response('{}', { status: 201 });
    });
    expect(seen).toEqual(['A', 'B']);
    expect(result).toEqual({ sent: ['A', 'B'], refused: [], offline: false });
    expect(await ids(outbox)).toEqual([]);
  });

  it('keeps everything when there is no connection, and when the server is in trouble', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1);
    expect(await outbox.send(10, () => Promise.reject(new Error('offline')))).toMatchObject({
      offline: true,
      sent: [],
    });
    expect(await outbox.send(10, answering(503))).toMatchObject({ offline: true });
    expect(await ids(outbox)).toEqual(['A']);
    expect(await outbox.send(10, answering(200))).toMatchObject({ sent: ['A'] });
  });

  it('holds an entry back for its time, and lets it be taken back', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1000, 8000);
    expect(await outbox.send(8999, answering(201))).toMatchObject({ sent: [] });
    expect(await outbox.takeBack('A')).toBe(true);
    expect(await outbox.takeBack('A')).toBe(false);
    expect(await outbox.send(20_000, answering(201))).toMatchObject({ sent: [] });
  });

  it('sends after the hold', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1000, 8000);
    expect(await outbox.send(9000, answering(201))).toMatchObject({ sent: ['A'] });
  });

  it('keeps what is refused with the reason, and goes on with the rest', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1);
    await outbox.put(note('B'), 2);
    const result = await outbox.send(10, async (_, init) =>
      String(init.body).includes('"A"')
        ? new Response(JSON.stringify({ detail: 'No.', errors: [] }), { status: 422 })
        : new Response('{}', { status: 201 }),
    );
    expect(result).toEqual({ sent: ['B'], refused: ['A'], offline: false });
    expect(await outbox.all()).toMatchObject([{ id: 'A', refused: { reason: 'No.' } }]);
    expect(await outbox.send(20, answering(201))).toMatchObject({ sent: [] });
  });

  it('makes one pass at a time', async () => {
    const outbox = await freshOutbox();
    await outbox.put(note('A'), 1);
    let posts = 0;
    const slow = async () => {
      posts += 1;
      await new Promise((resolve) => setTimeout(resolve, 20));
      return new Response('{}', { status: 201 });
    };
    await Promise.all([outbox.send(10, slow), outbox.send(10, slow)]);
    expect(posts).toBe(1);
  });

  it('tells its listeners, keeps documents, and survives being opened again', async () => {
    const outbox = await Outbox.open('again');
    let told = 0;
    const stop = outbox.onChange(() => (told += 1));
    await outbox.put(note('A'), 1);
    stop();
    await outbox.put(note('B'), 2);
    expect(told).toBe(1);
    await outbox.keepDocument('round', { version: 1 }, 5);
    const reopened = await Outbox.open('again');
    expect(await ids(reopened)).toEqual(['A', 'B']);
    expect(await reopened.document('round')).toEqual({ version: 1 });
  });
});
