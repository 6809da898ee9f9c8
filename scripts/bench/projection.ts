// How the projection grows: 5 000, 15 000 and 50 000 points with thirty readings a point, in a database of their own.
import { connect } from '@/db/connection';
import { migrator } from '@/db/migrate';
import { type TaskPlanRow } from '@/desk/standing/plan-rows';
import { projectMachines } from '@/desk/standing/projection';
import { streamSql } from '@/desk/standing/read-log';
import { rebuild } from '@/desk/standing/rebuild';
import { readDueList } from '@/desk/read/due-list';
import { beginPlant, growPlant, idOf, perMachine } from './large-plant';

const url = new URL(process.argv[2]!);
const name = 'tagebuch_bench_scale';
const server = connect(url.href, 2);
await server.sequelize.query(`DROP DATABASE IF EXISTS ${name}`);
await server.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
url.pathname = `/${name}`;
const db = connect(url.href, 4);
const now = new Date();
const sizes = process.argv[3] ? process.argv[3].split(',').map(Number) : [5000, 15_000, 50_000];
const seconds = async (work: () => Promise<unknown>) => {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
};

try {
  await migrator(db.sequelize).up();
  await beginPlant(db);
  const rows = [];
  let before = 0;
  for (const points of sizes) {
    await growPlant(db, { points, from: before, share: 'plausible', now });
    before = points;
    let streamed = 0;
    const stream = async () => {
      streamed = 0;
      for await (const some of db.stream<TaskPlanRow>(streamSql)) streamed += some.length;
    };
    await stream(); // warms the database's own buffers for both
    const streamS = await seconds(stream);
    const rebuildS = await seconds(() => rebuild(db));
    const machineId = idOf('M', points / perMachine.points / 2);
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
