// What every page of a large plant costs, beside the bare page and the SQL that yields its rows.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { prepareDatabase, serve } from '../lib/application.mjs';
import { freePort, startDatabase } from '../lib/database.mjs';
import { demoCookie } from '../lib/session.mjs';
import { run, step } from '../lib/steps.mjs';
import { connectionOf, id, initials } from './bench-person.mjs';
import { benchPosts } from './posts.mjs';
import { roundOwnScripts } from './round-size.mjs';

const wide =
  'SELECT task.*, lube_point.*, machine.code AS machineCode, area.code AS areaCode, due_state.* FROM due_state JOIN task ON task.id = due_state.taskId JOIN lube_point ON lube_point.id = due_state.pointId JOIN machine ON machine.id = due_state.machineId JOIN area ON area.id = machine.areaId';
/** What looking ahead reads of each task: its intervals, its amount and lubricant, and how its machine runs. */
const lean =
  'SELECT due_state.taskId, due_state.machineId, due_state.stages, due_state.dueOn, due_state.servicesDone, due_state.lastMs, due_state.lubricantId, due_state.amount, task.amountKind, task.minutes, task.severity, task.toleranceShare, task.cyclic, lubricant.code AS lubricant, machine.dutyPlan, machine.dutyHoursPerDay, hours.perDayMid, hours.readMs FROM due_state JOIN task ON task.id = due_state.taskId JOIN machine ON machine.id = due_state.machineId LEFT JOIN lubricant ON lubricant.id = due_state.lubricantId LEFT JOIN meter_state AS hours ON hours.meterId = due_state.hourMeterId';
const day = (ahead) => new Date(Date.now() + ahead * 86_400_000).toISOString().slice(0, 10);
const places =
  'JOIN task ON task.id = placed.taskId JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId';
const wanted = (table) =>
  `SELECT * FROM (SELECT due_state.taskId, due_state.dueOn, stop.routeId, COUNT(*) OVER (PARTITION BY stop.routeId) AS many, ROW_NUMBER() OVER (PARTITION BY stop.routeId ORDER BY due_state.dueOn, due_state.taskId) AS place
   FROM ${table} AS due_state LEFT JOIN stop ON stop.taskId = due_state.taskId WHERE due_state.dueOn IS NOT NULL AND COALESCE(due_state.fromOn, due_state.dueOn) <= CURDATE()) AS placed ${places} WHERE placed.place <= 3`;
const machineOf = (sql) => `${sql} WHERE due_state.machineId = '${id('M', 50)}'`;

/** Each page with the SQL that yields its rows. `sum`: goes through the plant; `file`: gives all of it. */
const pages = [
  // The bare page: made for each request as all of the book are, with nothing in it but an empty form.
  ['/plant/meters/import', 'SELECT 1'],
  // Made once, when the application was built: what the framework costs without making a page.
  ['/round?id=none', 'SELECT 1'],
  [`/today/${day(0)}`, wanted('due_state')],
  [
    `/today/${day(-6)}`,
    wanted(
      `(SELECT taskId, dueOn, fromOn, toOn FROM due_state WHERE sinceOn <= '${day(-6)}' UNION ALL SELECT taskId, dueOn, fromOn, toOn FROM due_history WHERE untilOn > '${day(-6)}' AND (sinceOn IS NULL OR sinceOn <= '${day(-6)}'))`,
    ),
  ],
  [`/today/${day(4)}`, `SELECT COUNT(*) FROM due_state WHERE dueOn = '${day(4)}' OR fromOn = '${day(4)}'`],
  ['/log', 'SELECT * FROM entry ORDER BY seq DESC LIMIT 51'],
  [
    '/log?text=rattles',
    "SELECT entry.* FROM entry_words JOIN entry ON entry.id = entry_words.entryId WHERE MATCH (spaced) AGAINST ('+rattles*' IN BOOLEAN MODE) ORDER BY seq DESC LIMIT 51",
  ],
  ['/due', `${wide} WHERE due_state.dueOn IS NOT NULL ORDER BY due_state.dueOn, due_state.taskId LIMIT 60`],
  [
    '/due?standing=overdue',
    `${wide} WHERE due_state.toOn < CURDATE() ORDER BY due_state.dueOn, due_state.taskId LIMIT 60`,
  ],
  ['/due/outlook', lean, 'sum'],
  ['/lubricants/needs', lean, 'sum'],
  ['/lubricants', lean, 'sum'],
  ['/lubricants/G-5', `${lean.replace('SELECT', 'SELECT task.title,')} WHERE due_state.lubricantId = '${id('N', 5)}'`],
  [
    '/plant',
    'SELECT machine.areaId, COUNT(DISTINCT machine.id), SUM(due_state.toOn < CURDATE()) FROM machine LEFT JOIN due_state ON due_state.machineId = machine.id GROUP BY machine.areaId',
  ],
  ['/plant/machines/B-50', machineOf(wide)],
  ['/plant/machines/B-50/points/7', `SELECT * FROM entry WHERE machineId = '${id('M', 50)}'`],
  ['/plant/unknown', "SELECT COUNT(*) FROM due_state WHERE state = 'unknown'"],
  [
    '/routes',
    'SELECT stop.routeId, COUNT(*), SUM(task.minutes), SUM(due_state.toOn < CURDATE()) FROM stop JOIN task ON task.id = stop.taskId JOIN due_state ON due_state.taskId = stop.taskId GROUP BY stop.routeId LIMIT 100',
  ],
  [
    `/routes/${id('R', 10)}`,
    `${wide} JOIN stop ON stop.taskId = due_state.taskId WHERE stop.routeId = '${id('R', 10)}'`,
  ],
  ['/api/find?q=B-5', "SELECT * FROM machine WHERE code LIKE 'B-5%' LIMIT 20"],
  ['/api/needs.csv', lean, 'sum'],
  ['/api/plan.csv', wide, 'file'],
  ['/api/planned-work', wide, 'file'],
];

/** The best of a few, in milliseconds: what else the machine does only adds to it. */
async function best(work, most = 15) {
  let fastest = Infinity;
  const began = performance.now();
  for (let round = 0; round < most && performance.now() - began < 15_000; round += 1) {
    const start = performance.now();
    await work();
    fastest = Math.min(fastest, performance.now() - start);
  }
  return fastest;
}

const memoryMb = (pid) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

/** Costs of every page at one size. */
async function measure(base, connection, cookie) {
  const rows = [];
  // What every page needs is compiled before the bare one is measured, as it is when the others are.
  for (let round = 0; round < 60; round += 1)
    await fetch(base + pages[round % 12][0], { headers: { cookie } }).then((answer) => answer.arrayBuffer());
  let bare = 0;
  for (const [path, sql, kind = 'page'] of pages) {
    let size = 0;
    const ms = await best(async () => {
      const answer = await fetch(base + path, { headers: { cookie } });
      size = (await answer.arrayBuffer()).byteLength;
      if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}`);
    });
    const sqlMs = await best(async () => {
      for await (const row of connection.queryStream(sql)) void row;
    });
    if (bare === 0) bare = ms;
    rows.push({ path, kind, ms, sqlMs, ratio: ms / (bare + sqlMs), kB: size / 1000 });
  }
  return rows;
}

/**
 * Makes the large plant size by size and measures every page and writing; once more at the first and the last with everything due.
 * @param {{ root: string, folder: string, distDir: string, sizes: number[] }} how
 */
export async function benchPages({ root, folder, distDir, sizes }) {
  for (const [share, wantedSizes] of [
    ['plausible', sizes],
    ['all', [...new Set([sizes[0], sizes.at(-1)])]],
  ]) {
    const smallest = new Map();
    const database = await startDatabase(join(folder, share));
    try {
      await prepareDatabase(root, database, { demo: false });
      let from = 0;
      for (const points of wantedSizes) {
        const env = { DATABASE_URL: database.url, SCHEMA_DATABASE_URL: database.schemaUrl };
        await step(`${points} points, ${share === 'all' ? 'all of it overdue' : 'a plausible share due'}`, async () => {
          await run('npx', ['tsx', 'scripts/bench/grow.ts', String(points), String(from), share], { cwd: root, env });
        });
        from = points;
        const port = await freePort();
        const logFile = join(folder, `${share}.log`);
        const served = {
          distDir,
          port,
          databaseUrl: database.url,
          logFile,
          env: { REQUESTS_PER_MINUTE: '0', TAGEBUCH_DEMO: '1' },
        };
        const application = await serve(served);
        const connection = await connectionOf(database.schemaUrl, 'tagebuch');
        try {
          const base = `http://127.0.0.1:${port}`;
          const cookie = await demoCookie(base, initials);
          const rows = await measure(base, connection, cookie);
          console.log('\n        ms    SQL ms   × (bare + SQL)   × smallest        kB');
          for (const { path, kind, ms, sqlMs, ratio, kB } of rows) {
            if (!smallest.has(path)) smallest.set(path, ms);
            const growth = ms / smallest.get(path);
            console.log(
              `${ms.toFixed(0).padStart(10)}${sqlMs.toFixed(0).padStart(10)}${ratio.toFixed(2).padStart(17)}${growth.toFixed(2).padStart(13)}${kB.toFixed(1).padStart(10)}  ${path}${kind === 'page' ? '' : ` (${kind})`}`,
            );
          }
          const { output } = await run('npx', ['tsx', 'scripts/bench/writing.ts'], { cwd: root, env });
          console.log(output.trimEnd());
          await benchPosts(base, points, cookie);
          console.log(
            `  the Round's own scripts: ${(await roundOwnScripts(base, cookie)).toFixed(1)} kB gzip beyond the bare page's`,
          );
          console.log(`  the server's process held ${memoryMb(application.pid).toFixed(0)} MB at most\n`);
        } finally {
          await connection.end();
          await application.stop();
        }
      }
    } finally {
      await database.stop();
    }
  }
}
