import { eachTurn } from '../standing/plan-rows';
import type { Database, Desk } from '../desk';
import { type DerivedMeter, type MeterStanding, deriveMeters, loadMeters } from '../standing/meters';
import { isOf, readBelieved } from '../log/believed';
import { findMachine } from '../register/machines';

/** Every meter of machines in use with the code of its machine, some machines at a time. */
export const eachMeterInUse = (db: Database): AsyncGenerator<{ machine: string; meter: MeterStanding }[]> =>
  eachTurn(db, async (machineIds) => {
    const [meters, machines] = await Promise.all([
      loadMeters(db, machineIds),
      db.Machine.findAll({ where: { id: machineIds }, attributes: ['id', 'code'] }),
    ]);
    const codeOf = new Map(machines.map(({ id, code }) => [id, code]));
    return meters.map((meter) => ({ machine: codeOf.get(meter.machineId)!, meter }));
  });

/** One line of a meter's page: a reading or a new dial, where it came from, and what became of it. */
export type MeterLine = {
  entryId: string;
  at: string;
  kind: 'reading' | 'meter-change';
  shown: number;
  newDial: number | null;
  accumulated: number | null;
  leftOut: string | null;
  by: string;
  source: string;
  corrected: boolean;
};
export type MeterPage = { machine: InstanceType<Database['Machine']>; meter: DerivedMeter; lines: MeterLine[] };

/** A meter with its newest readings; undefined where the machine has no such meter. */
export async function readMeterPage(
  { db }: Pick<Desk, 'db'>,
  code: string,
  meterId: string,
  most = 200,
): Promise<MeterPage | undefined> {
  const machine = await findMachine({ db }, code);
  const meter = machine && (await deriveMeters(db, [machine.id])).find(({ id }) => id === meterId);
  if (!machine || !meter) return undefined;
  const mine = (
    await readBelieved(
      db,
      "entry.machineId = :machineId AND entry.kind IN ('reading', 'meter-change') AND entry.decides",
      {
        machineId: machine.id,
      },
    )
  )
    .filter(isOf('reading', 'meter-change'))
    .filter(({ body }) => body.meterId === meterId);
  const people = await db.Person.findAll({ where: { id: [...new Set(mine.map(({ personId }) => personId))] } });
  const nameOf = new Map(people.map(({ id, name }) => [id, name]));
  const kept = new Map(meter.state.kept.map(({ atMs, value }) => [atMs, value]));
  const leftOut = new Map(meter.leftOut.map(({ atMs, value, reason }) => [`${atMs}/${value}`, reason]));
  const lines = mine.map(({ id, kind, body, happenedAt, personId, deviceId, correctedBy }): MeterLine => {
    const common = {
      entryId: id,
      at: happenedAt,
      by: nameOf.get(personId) ?? 'unknown',
      source: sourceWords(deviceId),
      corrected: correctedBy !== null,
    };
    if (kind === 'meter-change') {
      const { oldValue, newValue } = body;
      return { ...common, kind, shown: oldValue, newDial: newValue, accumulated: null, leftOut: null };
    }
    const { value } = body;
    const reason = leftOut.get(`${Date.parse(happenedAt)}/${value}`) ?? null;
    return {
      ...common,
      kind: 'reading',
      shown: value,
      newDial: null,
      accumulated: reason ? null : (kept.get(Date.parse(happenedAt)) ?? null),
      leftOut: reason,
    };
  });
  return { machine, meter, lines: lines.sort((a, b) => Date.parse(b.at) - Date.parse(a.at)).slice(0, most) };
}

/** Where a reading came from, as a person says it. */
export function sourceWords(deviceId: string): string {
  if (deviceId.startsWith('api:')) return `posted by ${deviceId.slice(4)}`;
  if (deviceId.startsWith('import:')) return `imported from ${deviceId.slice(7)}`;
  return 'typed';
}
