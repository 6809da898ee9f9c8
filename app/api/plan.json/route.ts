import { readPlanLines } from '@/desk/read/plan-formats';
import { heavily } from '@/app/heavy';
import { answering } from '../problem';
import { database } from '@/app/server';

/** The plan as JSON: every task with its interval and where it stands. */
export async function GET() {
  return answering(async () => {
    const now = new Date();
    return Response.json({
      asOf: now.toISOString(),
      tasks: await heavily(() => readPlanLines({ db: database(), now })),
    });
  });
}
