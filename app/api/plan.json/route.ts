import { eachPlanLine } from '@/desk/read/plan-lines';
import { handling } from '../handling';
import { jsonList, streamed } from '../streamed';

/** The plan as JSON: every task with its interval and where it stands. */
export const GET = handling('read', ({ db, now }) =>
  streamed(jsonList(`{"asOf":"${now.toISOString()}","tasks":[`, eachPlanLine({ db, now }), ']}'), {
    'content-type': 'application/json',
  }),
);
