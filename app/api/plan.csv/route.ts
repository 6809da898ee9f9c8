import Papa from 'papaparse';
import { readPlanLines } from '@/desk/read/plan-formats';
import { csvResponse } from '../csv';
import { heavily } from '@/app/heavy';
import { answering } from '../problem';
import { database } from '@/app/server';

/** The plan as a table: every task with its interval and where it stands. */
export async function GET() {
  return answering(async () => {
    const lines = await heavily(() => readPlanLines({ db: database(), now: new Date() }));
    return csvResponse(
      'plan.csv',
      Papa.unparse(
        lines.map(({ routes, alsoDue, includes, stages: _exactly, severity, ...line }) => ({
          ...line,
          severity: severity.map(({ name, value }) => `${name} × ${value}`).join('; '),
          alsoDue: alsoDue.join('; '),
          includes: includes.join(' '),
          routes: routes.join(' '),
        })),
        { escapeFormulae: true },
      ),
    );
  });
}
