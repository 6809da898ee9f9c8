import { loadMeters } from '@/desk/standing/meters';
import { database } from '@/app/server';
import { answering } from '../problem';

/** Every meter in use with where it stands, so that a gateway can find the ones it reads. */
export async function GET() {
  return answering(async () => {
    const db = database();
    const [meters, machines] = await Promise.all([loadMeters(db), db.Machine.findAll({ where: { retiredOn: null } })]);
    const codeOf = new Map(machines.map(({ id, code }) => [id, code]));
    return Response.json({
      meters: meters.flatMap(
        ({ id, machineId, name, unit, rolloverAt, resolution, maxPerDay, rate, accumulated, last, rejected }) => {
          const machine = codeOf.get(machineId);
          return machine
            ? [
                {
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
                },
              ]
            : [];
        },
      ),
    });
  });
}
