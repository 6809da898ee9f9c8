import { dueFilter } from '@/core/interval/due-filter';
import { readDueList } from '@/desk/read/due-list';
import { planLine } from '@/desk/read/plan-lines';
import { dueItem } from '@/app/due-item';
import { handling } from '../handling';
import { problem } from '../problem';

const most = 200;

/** A stretch of the due list, as the page of that name fetches it while scrolling. */
export const GET = handling('read', async ({ db, now }, request) => {
  const search = Object.fromEntries(request.nextUrl.searchParams);
  const whole = (name: string, fallback: number) =>
    search[name] === undefined ? fallback : /^\d{1,9}$/.test(search[name]) ? Number(search[name]) : undefined;
  const offset = whole('offset', 0);
  const limit = whole('limit', 60);
  if (offset === undefined || limit === undefined || limit < 1 || limit > most)
    return problem('invalid', `offset and limit are whole numbers; limit is 1 to ${most}.`);
  const { today, total, more, groups, states } = await readDueList({ db, now }, dueFilter.parse(search), {
    offset,
    limit,
  });
  return Response.json({
    today,
    total,
    more,
    groups,
    offset,
    items: states.map((state) => ({ ...dueItem(state, today), groupKey: state.groupKey, plan: planLine(state) })),
  });
});
