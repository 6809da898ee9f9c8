import { createHash } from 'node:crypto';
import { encodeTime } from 'ulid';

const alphabet = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

/** An identifier that follows from what it stands for, so that whoever makes it again makes the same. @param atMs its instant */
export function derivedId(atMs: number, what: string): string {
  const digest = createHash('sha256').update(what).digest();
  return encodeTime(Math.max(0, atMs), 10) + Array.from(digest.subarray(0, 16), (byte) => alphabet[byte & 31]).join('');
}
