import { type Observed, eachObserved } from '@/desk/bulk/observations-file';
import { pointLabel } from '@/core/register/assignment';
import { database } from '@/app/server';
import { csvResponse } from '../csv';
import { answering } from '../problem';

/** What was read at points as a table, one reading a line: all of it, or of the machine of `?machine=`. It is imported as it is. */
export async function GET(request: Request) {
  const machine = new URL(request.url).searchParams.get('machine') ?? undefined;
  return answering(() => csvResponse('readings-taken.csv', lines(machine)));
}

async function* lines(machine: string | undefined) {
  for await (const looks of eachObserved(database(), machine)) yield looks.flatMap(linesOf);
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
