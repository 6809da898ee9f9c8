import { type DBSchema, openDB } from 'idb';

/** What the device holds of its enrolment: by which name the book knows it, and its key, which cannot be taken off it. */
type Held = { id: string; keys: CryptoKeyPair };

interface DeviceSchema extends DBSchema {
  held: { key: 'device'; value: Held };
}

const store = () => openDB<DeviceSchema>('tagebuch-device', 1, { upgrade: (db) => void db.createObjectStore('held') });

const algorithm = { name: 'ECDSA', namedCurve: 'P-256' } as const;
const signing = { name: 'ECDSA', hash: 'SHA-256' } as const;

/** Browsers make keys only where nobody can listen on the way. */
export const canHoldKey = (): boolean =>
  (globalThis as { crypto?: { subtle?: SubtleCrypto } }).crypto?.subtle !== undefined;

/** Makes a key that never leaves this device; it is held once the book has taken it (`holdKey`). */
export const makeKeys = (): Promise<CryptoKeyPair> => crypto.subtle.generateKey(algorithm, false, ['sign', 'verify']);

/** The half that the book is given. */
export const publicKeyOf = ({ publicKey }: CryptoKeyPair): Promise<JsonWebKey> =>
  crypto.subtle.exportKey('jwk', publicKey);

export async function holdKey(held: Held): Promise<void> {
  const db = await store();
  await db.put('held', held, 'device');
  db.close();
}

async function heldKey(): Promise<Held | undefined> {
  if (!canHoldKey()) return undefined;
  const db = await store();
  const held = await db.get('held', 'device');
  db.close();
  return held;
}

/** Signs a text by a key: base64url of the two numbers of ECDSA (IEEE P1363). */
export async function signBy({ privateKey }: CryptoKeyPair, text: string): Promise<string> {
  const signature = await crypto.subtle.sign(signing, privateKey, new TextEncoder().encode(text));
  return btoa(String.fromCharCode(...new Uint8Array(signature)))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '');
}

/** What this device has signed of some texts; nothing where it is not enrolled, or its store does not answer. */
export async function signHere(
  texts: readonly string[],
): Promise<{ deviceId: string; signatures: string[] } | undefined> {
  try {
    const held = await heldKey();
    return held && { deviceId: held.id, signatures: await Promise.all(texts.map((text) => signBy(held.keys, text))) };
  } catch {
    // Unsigned it waits for whoever wrote it, which is better than not being kept.
    return undefined;
  }
}
