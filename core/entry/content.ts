import canonicalize from 'canonicalize';
import { type EntryEnvelope, type EntryInput, entryEnvelope } from './envelope';

/** Canonical JSON (RFC 8785) of what the device sent; equal text means the same entry. */
export const contentOf = (envelope: EntryEnvelope): string => canonicalize(envelope)!;

/** What a device signs of an entry or a round: an entry with all that it leaves unsaid, so that the book can say it again. */
export const signedText = (written: EntryInput | object): string => {
  const envelope = entryEnvelope.safeParse(written);
  return envelope.success ? contentOf(envelope.data) : canonicalize(written)!;
};
