import { activePeople } from '@/desk/people/active-people';
import { handling } from '../handling';

/** Who writes in the book. */
export const GET = handling('read', async ({ db }) =>
  Response.json({
    people: (await activePeople(db)).map(({ id, initials, name, role }) => ({ id, initials, name, role })),
  }),
);
