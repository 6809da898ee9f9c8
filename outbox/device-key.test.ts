import 'fake-indexeddb/auto';
import { ulid } from 'ulid';
import { describe, expect, it } from 'vitest';
import { signedText } from '@/core/entry/content';
import type { EntryInput } from '@/core/entry/envelope';
import { canHoldKey, holdKey, makeKeys, publicKeyOf, signBy, signHere } from './device-key';
import { Outbox } from './outbox';

const entry = (change: Partial<EntryInput> = {}): EntryInput => ({
  id: ulid(),
  kind: 'note',
  kindVersion: 1,
  body: { text: 'Looked.' },
  happenedAt: '2026-06-15T10:00:00Z',
  offsetMinutes: 0,
  personId: ulid(),
  deviceId: 'tablet',
  machineId: null,
  ...change,
});

/** Whether a signature is a key's, as the browser checks it. */
async function isRight(keys: CryptoKeyPair, text: string, signature: string): Promise<boolean> {
  const raw = Buffer.from(signature, 'base64url');
  return crypto.subtle.verify({ name: 'ECDSA', hash: 'SHA-256' }, keys.publicKey, raw, new TextEncoder().encode(text));
}

describe('the key of a device', () => {
  it('signs nothing before the device is enrolled', async () => {
    expect(canHoldKey()).toBe(true);
    expect(await signHere(['x'])).toBeUndefined();
  });

  it('is held by the device once the book has taken it', async () => {
    const keys = await makeKeys();
    await holdKey({ id: 'D', keys });
    const signed = (await signHere(['x', 'y']))!;
    expect([signed.deviceId, await isRight(keys, 'y', signed.signatures[1]!)]).toEqual(['D', true]);
  });

  it('cannot be taken off the device, and its public half can', async () => {
    const keys = await makeKeys();
    await expect(crypto.subtle.exportKey('pkcs8', keys.privateKey)).rejects.toThrow();
    expect(await publicKeyOf(keys)).toMatchObject({ kty: 'EC', crv: 'P-256' });
    expect(await isRight(keys, 'text', await signBy(keys, 'text'))).toBe(true);
    expect(await isRight(keys, 'other', await signBy(keys, 'text'))).toBe(false);
  });

  it('signs what is put into the queue once, each part, and what is sent bears it', async () => {
    const keys = await makeKeys();
    const sign = async (texts: readonly string[]) => ({
      deviceId: 'D',
      signatures: await Promise.all(texts.map((text) => signBy(keys, text))),
    });
    const outbox = await Outbox.open('signed', { sign });
    const [first, second] = [entry(), entry({ pointId: null })];
    await outbox.put(second, 0, { before: [first] });
    const seen: Headers[] = [];
    const fetcher = async (_: string, init: RequestInit) => {
      seen.push(new Headers(init.headers));
      return new Response('', { status: 502 });
    };
    await outbox.send(1000, fetcher, true);
    await outbox.send(2000, fetcher, true);
    const [once, again] = seen.map((headers) => headers.get('x-tagebuch-signature'));
    expect(again).toBe(once);
    expect(seen[0]!.get('x-tagebuch-device')).toBe('D');
    const signatures = once!.split(',');
    expect(await isRight(keys, signedText(first), signatures[0]!)).toBe(true);
    expect(await isRight(keys, signedText(second), signatures[1]!)).toBe(true);
    // What an entry leaves unsaid is said: the book has it as it stands in its row.
    expect(signedText(second)).toBe(signedText({ ...second, taskIds: [], roundId: null, replacesId: null }));
  });

  it('keeps things in the order in which they came, however long signing takes', async () => {
    let slow = 20;
    const sign = async () => {
      await new Promise((resolve) => setTimeout(resolve, (slow -= 10)));
      return undefined;
    };
    const outbox = await Outbox.open('in turn', { sign });
    const [first, second] = [entry(), entry()];
    await Promise.all([outbox.put(first, 0), outbox.put(second, 0)]);
    expect((await outbox.all()).map(({ id }) => id)).toEqual([first.id, second.id]);
  });
});
