import { countOnRounds, eachPlaced, loadFrame } from '@/desk/ahead/planned';
import { handling } from '../handling';
import { jsonList, streamed } from '../streamed';

/**
 * The plan as looking ahead takes it, for trying changes out on this device: what all tasks share, then the tasks, one list
 * a line, so that whoever asked can say how far it has come.
 */
export const GET = handling('read', async ({ db, now }) => {
  const frame = await loadFrame({ db, now });
  const { today, calendar, dutyPlans } = frame;
  const head = JSON.stringify({ today, calendar, dutyPlans, count: await countOnRounds(db) });
  return streamed(jsonList(`${head.slice(0, -1)},"tasks":[\n`, eachPlaced(db, frame), '\n]}'), {
    'content-type': 'application/json',
  });
});
