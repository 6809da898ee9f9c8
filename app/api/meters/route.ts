import { eachMeterInUse } from '@/desk/read/meter';
import type { MeterStanding } from '@/desk/standing/meters';
import { database } from '@/app/server';
import { answering } from '../problem';
import { jsonList, streamed } from '../streamed';

/** Every meter in use with where it stands, so that a gateway can find the ones it reads. */
export async function GET() {
  return answering(() =>
    streamed(jsonList('{"meters":[', eachAnswered(), ']}'), { 'content-type': 'application/json' }),
  );
}

async function* eachAnswered() {
  for await (const some of eachMeterInUse(database())) yield some.map(({ machine, meter }) => answered(machine, meter));
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
