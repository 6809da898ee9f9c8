import { eachPlanLine } from '@/desk/read/plan-lines';
import { jsonList, streamed } from '../streamed';
import { answering } from '../problem';
import { database } from '@/app/server';

/** The plan as JSON: every task with its interval and where it stands. */
export async function GET() {
  return answering(() => {
    const now = new Date();
    return streamed(jsonList(`{"asOf":"${now.toISOString()}","tasks":[`, eachPlanLine({ db: database(), now }), ']}'), {
      'content-type': 'application/json',
    });
  });
}
