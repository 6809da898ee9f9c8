import { readingsText } from '@/core/register/readings-text';
import { type PlanLine, eachPlanLine } from '@/desk/read/plan-lines';
import { csvResponse } from '../csv';
import { type Asked, handling } from '../handling';

/** The plan as a table: every task with its interval and where it stands. */
export const GET = handling('read', (asked) => csvResponse('plan.csv', eachRow(asked), ['stages']));

async function* eachRow({ db, now }: Asked) {
  for await (const lines of eachPlanLine({ db, now })) yield lines.map(asRow);
}

/** Lists as text; the exact stages are left to the other format. */
const asRow = (line: PlanLine) => ({
  ...line,
  severity: line.severity.map(({ name, value }) => `${name} × ${value}`).join('; '),
  alsoDue: line.alsoDue.join('; '),
  includes: line.includes.join(' '),
  readings: readingsText(line.readings),
  routes: line.routes.join(' '),
});
