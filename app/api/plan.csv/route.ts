import { type PlanLine, eachPlanLine } from '@/desk/read/plan-formats';
import { csvResponse } from '../csv';
import { answering } from '../problem';
import { database } from '@/app/server';

/** The plan as a table: every task with its interval and where it stands. */
export async function GET() {
  return answering(() => csvResponse('plan.csv', eachRow()));
}

async function* eachRow() {
  for await (const lines of eachPlanLine({ db: database(), now: new Date() })) yield lines.map(asRow);
}

const asRow = ({ routes, alsoDue, includes, stages: _exactly, severity, ...line }: PlanLine) => ({
  ...line,
  severity: severity.map(({ name, value }) => `${name} × ${value}`).join('; '),
  alsoDue: alsoDue.join('; '),
  includes: includes.join(' '),
  routes: routes.join(' '),
});
