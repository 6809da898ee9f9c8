import { createHash, randomBytes } from 'node:crypto';

/** What only its holder knows: 256 bits, fit for an address. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What the book keeps of a token: enough to know it again, nothing to get in with. */
export const digestOf = (token: string): string => createHash('sha256').update(token).digest('hex');
