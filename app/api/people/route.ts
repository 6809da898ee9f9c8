import { database } from '@/app/server';
import { answering } from '../problem';
import { activePeople } from '@/desk/people/active-people';

/** Who may write in the book, so that whoever posts entries can say in whose name. */
export async function GET() {
  return answering(async () =>
    Response.json({
      people: (await activePeople(database())).map(({ id, initials, name, role }) => ({ id, initials, name, role })),
    }),
  );
}
