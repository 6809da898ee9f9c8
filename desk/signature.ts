import { type JsonWebKey, createPublicKey, verify } from 'node:crypto';

/** A public key on P-256, as browsers give it out (JSON Web Key, RFC 7517); its other half never leaves the device. */
export type PublicKey = { kty: 'EC'; crv: 'P-256'; x: string; y: string };

/** Whether a device has signed a text: ECDSA on P-256 with SHA-256 (FIPS 186-5), as browsers put it (IEEE P1363). */
export function isSignedBy(key: PublicKey, text: string, signature: string): boolean {
  try {
    return verify(
      'sha256',
      Buffer.from(text),
      { key: createPublicKey({ key: key as JsonWebKey, format: 'jwk' }), dsaEncoding: 'ieee-p1363' },
      Buffer.from(signature, 'base64url'),
    );
  } catch {
    // A key that is none has signed nothing.
    return false;
  }
}
