import { type Observed, eachObserved } from '@/desk/bulk/observations-file';
import { pointLabel } from '@/core/register/assignment';
import type { Database } from '@/desk/desk';
import { csvResponse } from '../csv';
import { handling } from '../handling';

/** What was read at points as a table, one reading a line: all of it, or of the machine of `?machine=`. It is imported as it is. */
export const GET = handling('read', ({ db }, request) =>
  csvResponse('readings-taken.csv', lines(db, request.nextUrl.searchParams.get('machine') ?? undefined)),
);

async function* lines(db: Database, machine: string | undefined) {
  for await (const looks of eachObserved(db, machine)) yield looks.flatMap(linesOf);
}

const linesOf = ({ id, at, code, number, initials, values }: Observed) =>
  values.map(({ quantity, value, unit, state = '', observation, afterMin = '' }) => ({
    id,
    at,
    point: pointLabel(code, number),
    quantity,
    value,
    unit,
    state,
    observation: observation ? 'yes' : '',
    afterMin,
    by: initials,
  }));
