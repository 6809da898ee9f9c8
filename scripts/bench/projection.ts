// How the projection grows: 5 000, 15 000 and 50 000 points with thirty readings a point, in a database of their own.
import { connect } from '@/db/connection';
import { migrator } from '@/db/migrate';
import { type TaskPlanRow } from '@/desk/standing/plan-rows';
import { projectMachines, rebuild, streamSql } from '@/desk/standing/projection';
import { readDueList } from '@/desk/read/due-list';

const url = new URL(process.argv[2]!);
const name = 'tagebuch_bench_scale';
const server = connect(url.href, 2);
await server.sequelize.query(`DROP DATABASE IF EXISTS ${name}`);
await server.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
url.pathname = `/${name}`;
const db = connect(url.href, 4);
const now = new Date();
const sizes = process.argv[3] ? process.argv[3].split(',').map(Number) : [5000, 15_000, 50_000];
const run = (sql: string) => db.sequelize.query(sql);
const seconds = async (work: () => Promise<unknown>) => {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
};

/** Identifiers that sort as they are counted; `kind` keeps those of different tables apart. */
const id = (kind: string, number: string) => `CONCAT('0${kind}', LPAD(${number}, 24, '0'))`;
const stamps = "'2025-01-01', '2025-01-01'";
const perMachine = { points: 50, meters: 6, readings: 250 };

/** Adds points up to so many: six meters and fifty points a machine, each meter read 250 times, every task served three times. */
async function growTo(points: number, from: number) {
  const [first, last] = [from / perMachine.points + 1, points / perMachine.points];
  const [firstMeter, lastMeter] = [(first - 1) * perMachine.meters + 1, last * perMachine.meters];
  await run(
    `INSERT INTO machine (id, areaId, code, name, description, dutyHoursPerDay, energySources, createdAt, updatedAt) SELECT ${id('M', 'seq')}, ${id('A', '1')}, CONCAT('B-', seq), 'Bench', '', 16, '[]', ${stamps} FROM seq_${first}_to_${last}`,
  );
  await run(
    `INSERT INTO meter (id, machineId, name, unit, createdAt, updatedAt) SELECT ${id('C', 'seq')}, ${id('M', `(seq - 1) DIV ${perMachine.meters} + 1`)}, CONCAT('Meter ', seq), 'hours', ${stamps} FROM seq_${firstMeter}_to_${lastMeter}`,
  );
  await run(`INSERT INTO lube_point (id, machineId, number, walkPosition, kind, name, location, details, criticalPeriods, accessNote, cautions, doNots, createdAt, updatedAt)
    SELECT ${id('P', 'seq')}, ${id('M', `(seq - 1) DIV ${perMachine.points} + 1`)}, (seq - 1) MOD ${perMachine.points} + 1, (seq - 1) MOD ${perMachine.points} + 1, 'generic', 'Point', 'left', '{}', '[]', '', '', '', ${stamps} FROM seq_${from + 1}_to_${points}`);
  await run(
    `INSERT INTO assignment (id, pointId, lubricantId, source, sourceText, sourceOn, personId, createdAt, updatedAt) SELECT ${id('S', 'seq')}, ${id('P', 'seq')}, ${id('L', '1')}, 'manual', '', '2025-01-01', ${id('H', '1')}, ${stamps} FROM seq_${from + 1}_to_${points}`,
  );
  await run(`INSERT INTO task (id, pointId, action, title, amountKind, machineState, procedureText, meterId, triggers, includesTaskIds, createdAt, updatedAt)
    SELECT ${id('T', 'seq')}, ${id('P', 'seq')}, 'grease', 'Regrease', 'grams', 'any', '', ${id('C', `((seq - 1) DIV ${perMachine.points}) * ${perMachine.meters} + seq MOD ${perMachine.meters} + 1`)}, '[]', '[]', ${stamps} FROM seq_${from + 1}_to_${points}`);
  await run(
    `INSERT INTO interval_stage (id, assignmentId, taskId, position, name, hours, days, createdAt, updatedAt) SELECT ${id('V', 'seq')}, ${id('S', 'seq')}, ${id('T', 'seq')}, 0, 'steady', 500 + seq MOD 4000, 30 + seq MOD 700, ${stamps} FROM seq_${from + 1}_to_${points}`,
  );
  const entry = (
    number: string,
    kind: string,
    body: string,
    daysAgo: string,
    machine: string,
    point: string,
    tasks: string,
  ) =>
    `${id('E', number)}, ${number}, '${kind}', 1, ${body}, DATE_FORMAT(DATE('2026-06-01') - INTERVAL (${daysAgo}) HOUR, '%Y-%m-%dT%H:%i:00Z'), DATE('2026-06-01') - INTERVAL (${daysAgo}) HOUR, 0, DATE('2026-06-01'), ${id('H', '1')}, 'bench', ${machine}, ${point}, ${tasks}, '', ''`;
  const columns =
    'id, seq, kind, kindVersion, body, happenedAt, happenedAtUtc, offsetMinutes, receivedAt, personId, deviceId, machineId, pointId, taskIds, previousHash, hash';
  const [firstReading, lastReading] = [(firstMeter - 1) * perMachine.readings + 1, lastMeter * perMachine.readings];
  const meterOf = `((seq - 1) DIV ${perMachine.readings} + 1)`;
  const place = `((seq - 1) MOD ${perMachine.readings})`;
  await run(
    `INSERT INTO entry (${columns}) SELECT ${entry('seq', 'reading', `CONCAT('{"meterId":"', ${id('C', meterOf)}, '","value":', ROUND(1000 + ${place} * (8 + ${meterOf} MOD 9) + seq MOD 3, 1), '}')`, `(250 - ${place}) * 24`, id('M', `(${meterOf} - 1) DIV ${perMachine.meters} + 1`), 'NULL', "'[]'")} FROM seq_${firstReading}_to_${lastReading}`,
  );
  const service = '(seq + 1000000000)';
  const pointOf = '((seq - 1) DIV 3 + 1)';
  await run(
    `INSERT INTO entry (${columns}) SELECT ${entry(service, 'grease', `CONCAT('{"lubricantId":"', ${id('L', '1')}, '","massG":12}')`, `(300 - (seq MOD 3) * 90) * 24 + seq MOD 20`, id('M', `(${pointOf} - 1) DIV ${perMachine.points} + 1`), id('P', pointOf), `CONCAT('["', ${id('T', pointOf)}, '"]')`)} FROM seq_${from * 3 + 1}_to_${points * 3}`,
  );
  await run(
    `INSERT INTO entry_task (entryId, taskId) SELECT ${id('E', service)}, ${id('T', pointOf)} FROM seq_${from * 3 + 1}_to_${points * 3}`,
  );
}

try {
  await migrator(db.sequelize).up();
  await run(
    `INSERT INTO plant (id, name, timeZone, ambientBands, displayUnits, createdAt, updatedAt) VALUES (${id('X', '1')}, 'Bench', 'Europe/Vienna', '[]', '{}', ${stamps})`,
  );
  await run(
    `INSERT INTO person (id, initials, name, role, createdAt, updatedAt) VALUES (${id('H', '1')}, 'BE', 'Bench', 'technician', ${stamps})`,
  );
  await run(
    `INSERT INTO area (id, code, name, position, createdAt, updatedAt) VALUES (${id('A', '1')}, 'A', 'Bench', 1, ${stamps})`,
  );
  await run(
    `INSERT INTO lubricant (id, code, name, kind, createdAt, updatedAt) VALUES (${id('L', '1')}, 'G-1', 'Grease', 'grease', ${stamps})`,
  );
  const rows = [];
  let before = 0;
  for (const points of sizes) {
    await growTo(points, before);
    before = points;
    let streamed = 0;
    const stream = async () => {
      streamed = 0;
      for await (const row of db.stream<TaskPlanRow>(streamSql)) streamed += row ? 1 : 0;
    };
    await stream(); // warms the database's own buffers for both
    const streamS = await seconds(stream);
    const rebuildS = await seconds(() => rebuild(db));
    const machineId = `0M${String(points / perMachine.points / 2).padStart(24, '0')}`;
    const oneMs = 1000 * (await seconds(() => projectMachines(db, [machineId])));
    const listMs = 1000 * (await seconds(() => readDueList({ db, now }, {}, { offset: 0, limit: 60 })));
    rows.push({ points, entries: streamed, streamS, rebuildS, oneMs, listMs });
  }
  console.log(JSON.stringify(rows));
} finally {
  await db.close();
  await server.sequelize.query(`DROP DATABASE IF EXISTS ${name}`);
  await server.close();
}
