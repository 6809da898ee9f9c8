import { eachMeterInUse } from '@/desk/read/meter';
import type { MeterStanding } from '@/desk/standing/meters';
import type { Database } from '@/desk/desk';
import { handling } from '../handling';
import { jsonList, streamed } from '../streamed';

/** Every meter in use with where it stands, so that a gateway can find the ones it reads. */
export const GET = handling('read', ({ db }) =>
  streamed(jsonList('{"meters":[', eachAnswered(db), ']}'), { 'content-type': 'application/json' }),
);

async function* eachAnswered(db: Database) {
  for await (const some of eachMeterInUse(db)) yield some.map(({ machine, meter }) => answered(machine, meter));
}

const answered = (
  machine: string,
  { id, name, unit, rolloverAt, resolution, maxPerDay, rate, accumulated, last, rejected }: MeterStanding,
) => ({
  id,
  machine,
  name,
  unit,
  rolloverAt,
  resolution,
  maxPerDay,
  last,
  accumulated,
  perDay: { low: rate.low, mid: rate.mid, high: rate.high },
  confidence: rate.confidence,
  leftOut: rejected,
});
