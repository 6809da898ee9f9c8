import { ulid } from 'ulid';
import type { Database } from './desk';

/** Hands that write without a person: they stand in the log by name, and nobody opens the book as them. */
const automatic = {
  /** Readings that were posted or imported. */
  AUTO: 'Meter gateway',
  /** What the book itself notices. */
  BOOK: 'The book',
} as const;

/** The identifier of one of them; entered on the list of people when first needed. */
export async function automaticPerson(db: Database, now: Date, initials: keyof typeof automatic): Promise<string> {
  const known = await db.Person.findOne({ where: { role: 'device', initials } });
  if (known) return known.id;
  const [made] = await db.Person.findOrCreate({
    where: { initials },
    defaults: { id: ulid(now.getTime()), initials, name: automatic[initials], role: 'device', roles: [] },
  });
  return made.id;
}
