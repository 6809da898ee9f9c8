import { readingsText } from '@/core/register/readings-text';
import { type PlanLine, eachPlanLine } from '@/desk/read/plan-lines';
import { csvResponse } from '../csv';
import { answering } from '../problem';
import { database } from '@/app/server';

/** The plan as a table: every task with its interval and where it stands. */
export async function GET() {
  return answering(() => csvResponse('plan.csv', eachRow(), ['stages']));
}

async function* eachRow() {
  for await (const lines of eachPlanLine({ db: database(), now: new Date() })) yield lines.map(asRow);
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
