import { ulid } from 'ulid';
import { type Role, may } from '@/core/people/rights';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { digestOf, newToken } from './tokens';

/** Calendars of one person: more than these nobody has. */
const mostFeeds = 10;

/** Makes an address by which the calendar of whoever asks reads the rounds. @returns its key, which is shown this once */
export async function addFeed({ db, now, actor }: Desk): Promise<Result<{ key: string }>> {
  const open = await db.CalendarFeed.count({ where: { personId: actor.id, endedAt: null } });
  if (open >= mostFeeds) return refusal('conflict', `You have ${mostFeeds} addresses already. End one first.`);
  const key = newToken();
  await db.transaction(() =>
    db.CalendarFeed.create({ id: ulid(now.getTime()), tokenHash: digestOf(key), personId: actor.id, madeAt: now }),
  );
  return done({ key });
}

/** Ends an address of whoever asks. */
export async function endFeed({ db, now, actor }: Desk, id: string): Promise<Result<null>> {
  const [ended] = await db.transaction(() =>
    db.CalendarFeed.update({ endedAt: now }, { where: { id, personId: actor.id, endedAt: null } }),
  );
  return ended > 0 ? done(null) : refusal('not-found', 'This address has ended already.');
}

/** Whether a key still reads: its address has not ended, and its person is on the list and may read. */
export async function isFeed(db: Database, key: string): Promise<boolean> {
  const feed = await db.CalendarFeed.findOne({ where: { tokenHash: digestOf(key), endedAt: null } });
  const person = feed && (await db.Person.findOne({ where: { id: feed.personId, active: true } }));
  return person ? may({ roles: person.roles as Role[] }, 'read') : false;
}

/** The addresses of a person that still read, newest first. */
export const feedsOf = (db: Database, personId: string) =>
  db.CalendarFeed.findAll({ where: { personId, endedAt: null }, order: [['madeAt', 'DESC']] });
