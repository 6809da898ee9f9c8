// A made-up large plant, written straight into the tables: fifty points and six meters a machine, each meter read on each of
// the last 250 days, every task served three times, two of three routes of a hundred stops, findings and notes now and then.
import { type Database } from '@/desk/desk';

/** How much of the plan is due: some of it as in a plant that is looked after, or all of it. */
export type DueShare = 'plausible' | 'all';

export const perMachine = { points: 50, meters: 6, readings: 250 };
const lubricants = 40;

/** Identifiers that sort as they are counted; `kind`, a letter that one may have, keeps those of different tables apart. */
const id = (kind: string, number: string | number) => `CONCAT('0${kind}', LPAD(${number}, 24, '0'))`;
/** The same, made here. */
export const idOf = (kind: string, number: number) => `0${kind}${String(number).padStart(24, '0')}`;

const stamps = "'2025-01-01', '2025-01-01'";
const entryColumns =
  'id, seq, kind, kindVersion, body, happenedAt, happenedAtUtc, offsetMinutes, receivedAt, personId, deviceId, machineId, pointId, taskIds, previousHash, hash';

type Run = (sql: string) => Promise<unknown>;

/** What every size of the plant has once. */
export async function beginPlant(db: Database): Promise<void> {
  const run: Run = (sql) => db.sequelize.query(sql);
  await run(
    `INSERT INTO plant (id, name, timeZone, ambientBands, createdAt, updatedAt) VALUES (${id('X', 1)}, 'Bench', 'Europe/Vienna', '[]', ${stamps})`,
  );
  await run(
    `INSERT INTO person (id, initials, name, role, roles, createdAt, updatedAt) VALUES (${id('H', 1)}, 'BE', 'Bench', 'technician', '["planner","administrator"]', ${stamps})`,
  );
  await run(
    `INSERT INTO area (id, code, name, position, createdAt, updatedAt) SELECT ${id('A', 'seq')}, CONCAT('A', seq), CONCAT('Hall ', seq), seq, ${stamps} FROM seq_1_to_20`,
  );
  await run(`UPDATE log_head SET seq = ${headAt} WHERE id = 1`);
  await run(
    `INSERT INTO lubricant (id, code, name, kind, createdAt, updatedAt) SELECT ${id('N', 'seq')}, CONCAT('G-', seq), CONCAT('Grease ', seq), 'grease', ${stamps} FROM seq_1_to_${lubricants}`,
  );
}

/** What is written by the book goes on from here, above all that is made up. */
const headAt = 3_000_000_000;

/** Adds machines until the plant has so many points; `from` is how many it has. Nothing of it is projected yet. */
export async function growPlant(
  db: Database,
  { points, from, share, now }: { points: number; from: number; share: DueShare; now: Date },
): Promise<void> {
  const run: Run = (sql) => db.sequelize.query(sql);
  const [firstMachine, lastMachine] = [from / perMachine.points + 1, points / perMachine.points];
  const [firstMeter, lastMeter] = [(firstMachine - 1) * perMachine.meters + 1, lastMachine * perMachine.meters];
  const everyPoint = `seq_${from + 1}_to_${points}`;
  const machineOf = `((seq - 1) DIV ${perMachine.points} + 1)`;
  const meterOf = `((${machineOf} - 1) * ${perMachine.meters} + seq MOD ${perMachine.meters} + 1)`;
  await run(
    `INSERT INTO machine (id, areaId, code, name, description, dutyHoursPerDay, energySources, createdAt, updatedAt) SELECT ${id('M', 'seq')}, ${id('A', 'seq MOD 20 + 1')}, CONCAT('B-', seq), CONCAT('Drive ', seq), '', 16, '[]', ${stamps} FROM seq_${firstMachine}_to_${lastMachine}`,
  );
  await run(
    `INSERT INTO machine_code (code, machineId, createdAt, updatedAt) SELECT CONCAT('B-', seq), ${id('M', 'seq')}, ${stamps} FROM seq_${firstMachine}_to_${lastMachine}`,
  );
  await run(
    `INSERT INTO meter (id, machineId, name, unit, createdAt, updatedAt) SELECT ${id('C', 'seq')}, ${id('M', `(seq - 1) DIV ${perMachine.meters} + 1`)}, CONCAT('Meter ', seq), 'hours', ${stamps} FROM seq_${firstMeter}_to_${lastMeter}`,
  );
  await run(`INSERT INTO lube_point (id, machineId, number, walkPosition, kind, name, location, details, criticalPeriods, accessNote, cautions, doNots, createdAt, updatedAt)
    SELECT ${id('P', 'seq')}, ${id('M', machineOf)}, (seq - 1) MOD ${perMachine.points} + 1, (seq - 1) MOD ${perMachine.points} + 1, 'generic', CONCAT('Bearing ', seq), 'left', '{}', '[]', '', '', '', ${stamps} FROM ${everyPoint}`);
  await run(
    `INSERT INTO assignment (id, pointId, lubricantId, source, sourceText, sourceOn, personId, createdAt, updatedAt) SELECT ${id('S', 'seq')}, ${id('P', 'seq')}, ${id('N', `seq MOD ${lubricants} + 1`)}, 'manual', '', '2025-01-01', ${id('H', 1)}, ${stamps} FROM ${everyPoint}`,
  );
  await run(`INSERT INTO task (id, pointId, action, title, amountKind, amount, machineState, procedureText, meterId, triggers, includesTaskIds, createdAt, updatedAt)
    SELECT ${id('T', 'seq')}, ${id('P', 'seq')}, 'grease', 'Regrease', 'grams', 12, 'any', '', ${id('C', meterOf)}, '[]', '[]', ${stamps} FROM ${everyPoint}`);
  const [days, hours] = ['(60 + seq MOD 250)', '(1000 + seq MOD 2500)'];
  await run(
    `INSERT INTO interval_stage (id, assignmentId, taskId, position, name, hours, days, createdAt, updatedAt) SELECT ${id('V', 'seq')}, ${id('S', 'seq')}, ${id('T', 'seq')}, 0, 'steady', ${hours}, ${days}, ${stamps} FROM ${everyPoint}`,
  );
  await addRoutes(run, firstMachine, lastMachine);

  const at = `TIMESTAMP('${now.toISOString().slice(0, 19).replace('T', ' ')}')`;
  const entries = (
    from: string,
    number: string,
    [kind, body, minutesAgo, machine, point, tasks]: [string, string, string, string, string, string],
  ) =>
    run(
      `INSERT INTO entry (${entryColumns}) SELECT ${id('E', number)}, ${number}, ${kind}, 1, ${body}, DATE_FORMAT(${at} - INTERVAL (${minutesAgo}) MINUTE, '%Y-%m-%dT%H:%i:00Z'), ${at} - INTERVAL (${minutesAgo}) MINUTE, 0, ${at}, ${id('H', 1)}, 'bench', ${machine}, ${point}, ${tasks}, '', '' FROM ${from}`,
    );
  const readMeter = `((seq - 1) DIV ${perMachine.readings} + 1)`;
  const place = `((seq - 1) MOD ${perMachine.readings})`;
  await entries(`seq_${(firstMeter - 1) * perMachine.readings + 1}_to_${lastMeter * perMachine.readings}`, 'seq', [
    "'reading'",
    `CONCAT('{"meterId":"', ${id('C', readMeter)}, '","value":', ROUND(1000 + ${place} * (8 + ${readMeter} MOD 9) + seq MOD 3, 1), '}')`,
    `(250 - ${place}) * 1440 - 600`,
    id('M', `((${readMeter} - 1) DIV ${perMachine.meters} + 1)`),
    'NULL',
    "'[]'",
  ]);
  // Three services a point, an interval apart; how far the last one lies back says whether the task is due again.
  const point = '((seq - 1) DIV 3 + 1)';
  const pointMachine = `((${point} - 1) DIV ${perMachine.points} + 1)`;
  const pointMeter = `((${pointMachine} - 1) * ${perMachine.meters} + ${point} MOD ${perMachine.meters} + 1)`;
  const interval = `LEAST(60 + ${point} MOD 250, (1000 + ${point} MOD 2500) / (8 + ${pointMeter} MOD 9))`;
  const past = share === 'all' ? `1.2 + (${point} MOD 40) / 100` : `((${point} * 7919) MOD 1000) / 1000 * 1.02`;
  const service = '(seq + 1000000000)';
  const services = `seq_${from * 3 + 1}_to_${points * 3}`;
  await entries(services, service, [
    "'grease'",
    `CONCAT('{"lubricantId":"', ${id('N', `${point} MOD ${lubricants} + 1`)}, '","massG":12}')`,
    `ROUND(${interval} * (${past} + (seq - 1) MOD 3) * 1440)`,
    id('M', pointMachine),
    id('P', point),
    `CONCAT('["', ${id('T', point)}, '"]')`,
  ]);
  await run(`INSERT INTO entry_task (entryId, taskId) SELECT ${id('E', service)}, ${id('T', point)} FROM ${services}`);
  // Every tenth point has had something seen at it, or written of it.
  const seen = '(seq + 2000000000)';
  await entries(`seq_${from / 10 + 1}_to_${points / 10}`, seen, [
    "IF(seq MOD 2, 'finding', 'note')",
    `IF(seq MOD 2, '{"what":"leak","urgency":"watch","text":"Weeps at the seal since the belt was changed."}', CONCAT('{"text":"Guard ', seq, ' rattles, told the fitters."}'))`,
    '(seq * 37) MOD (250 * 1440)',
    id('M', `((seq * 10 - 1) DIV ${perMachine.points} + 1)`),
    id('P', 'seq * 10'),
    "'[]'",
  ]);
}

/** One route for every two machines, a hundred stops; the machines that are left over have none. */
async function addRoutes(run: Run, firstMachine: number, lastMachine: number): Promise<void> {
  const [first, last] = [Math.ceil(firstMachine / 3), Math.floor(lastMachine / 3)];
  await run(
    `INSERT INTO route (id, code, name, note, createdAt, updatedAt) SELECT ${id('R', 'seq')}, CONCAT('R-', seq), CONCAT('Walk ', seq), '', ${stamps} FROM seq_${first}_to_${last}`,
  );
  const [firstPoint, lastPoint] = [(first - 1) * 3 * perMachine.points + 1, last * 3 * perMachine.points];
  const route = `((seq - 1) DIV ${3 * perMachine.points} + 1)`;
  await run(
    `INSERT INTO stop (id, routeId, taskId, position, createdAt, updatedAt) SELECT ${id('W', 'seq')}, ${id('R', route)}, ${id('T', 'seq')}, (seq - 1) MOD ${3 * perMachine.points} + 1, ${stamps} FROM seq_${firstPoint}_to_${lastPoint} WHERE (seq - 1) MOD ${3 * perMachine.points} < ${2 * perMachine.points}`,
  );
}
