// `npm run bench`: how long the heavy things take, side by side in one run, as ratios. Nothing here is asserted.
//   --sizes 5000,15000,50000 (points of the large plant)   --only pages|routes   --runs 10 --seconds 60 (the best of the long runs)
import { mkdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { benchPages } from './bench/pages.mjs';
import { build, prepareDatabase, serve } from './lib/application.mjs';
import { flag } from './lib/arguments.mjs';
import { freePort, startDatabase } from './lib/database.mjs';
import { ensureNodeModules, ensurePrograms } from './lib/packages.mjs';
import { demoCookie } from './lib/session.mjs';
import { reportFailure, run, step } from './lib/steps.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join(root, '.data', `bench-${process.pid}`);
const rounds = 25;

/** Median milliseconds of a request, after three to warm up. */
async function medianOf(request) {
  const times = [];
  for (let round = -3; round < rounds; round += 1) {
    const start = performance.now();
    const response = await request();
    await response.arrayBuffer();
    if (response.status !== 200) throw new Error(`${response.url} answered ${response.status}`);
    if (round >= 0) times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(rounds / 2)];
}

let database;
let application;
try {
  await step('Packages', () => ensureNodeModules(root));
  const only = flag('only', undefined);
  if (only !== 'routes') {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    await step('Programs', () => ensurePrograms(['mariadbd', 'mariadb-install-db', 'mariadb']));
    await step('Application', () => build(root, '.next-test'));
    const sizes = flag('sizes', '5000,15000,50000').split(',').map(Number);
    if (only !== 'pages') await benchDemo(sizes);
    await benchPages({ root, folder, distDir: '.next-test', sizes });
  }
  if (only !== 'pages') await benchRoutes();
} catch (error) {
  reportFailure(error);
} finally {
  await application?.stop();
  await database?.stop();
  rmSync(folder, { recursive: true, force: true });
}

/** Core, projection and the pages of the demo plant. */
async function benchDemo(sizes) {
  await step('Database', async () => {
    database = await startDatabase(folder);
  });
  await step('Plant', () => prepareDatabase(root, database, { demo: true }));
  const port = await freePort();
  await step('Server', async () => {
    application = await serve({
      distDir: '.next-test',
      port,
      databaseUrl: database.url,
      logFile: join(folder, 'application.log'),
      env: { REQUESTS_PER_MINUTE: '0', TAGEBUCH_DEMO: '1' },
    });
  });
  const { output } = await run('npx', ['tsx', 'scripts/bench/core.ts'], {
    cwd: root,
    env: { DATABASE_URL: database.url },
  });
  const core = JSON.parse(output.slice(output.indexOf('{')));
  const base = `http://127.0.0.1:${port}`;
  const cookie = await demoCookie(base, 'HB');
  const page = (path) => medianOf(() => fetch(base + path, { headers: { cookie } }));
  const rows = [
    ['One plain SQL query (count of points)', core.plainQueryMs],
    ['Bare page of the same framework (frame and empty form)', await page('/plant/meters/import')],
    ['Page made when the application was built (/round)', await page('/round?id=none')],
    ['Today page', await page(`/today/${core.today}`)],
    ['All task states of the demo plant (desk, no page)', core.demoStatesMs],
    ...core.due.map(({ points, ms }) => [`Due dates of ${points} points (core only)`, ms]),
  ];
  const bare = rows[1][1];
  console.log(`\nMedian of ${rounds} runs, milliseconds, and the ratio to the bare page:\n`);
  for (const [name, ms] of rows)
    console.log(`  ${ms.toFixed(2).padStart(10)} ms  ${(ms / bare).toFixed(2).padStart(8)} ×  ${name}`);
  console.log('\nParsers, a thousand times their worst text of 80 signs and of 160 (2.0 × is linear):\n');
  for (const { name, onceMs, twiceMs } of core.parsers)
    console.log(`  ${onceMs.toFixed(1).padStart(8)} ms  ${(twiceMs / onceMs).toFixed(1).padStart(5)} ×  ${name}`);
  const [first, last] = [core.due[0], core.due.at(-1)];
  const { output: scaled } = await run(
    'npx',
    ['tsx', 'scripts/bench/projection.ts', database.schemaUrl, sizes.join()],
    { cwd: root },
  );
  const scales = JSON.parse(scaled.slice(scaled.indexOf('[')));
  console.log(
    '\nThe projection, in a database of its own (six meters and fifty points a machine, each meter read 250 times):\n',
  );
  for (const { points, entries, streamS, rebuildS, oneMs, listMs } of scales)
    console.log(
      `  ${String(points).padStart(6)} points, ${String(entries).padStart(8)} entries: rebuilt in ${rebuildS.toFixed(1)} s, ${(rebuildS / streamS).toFixed(2)} × streaming the same columns (${streamS.toFixed(1)} s); one machine anew ${oneMs.toFixed(0)} ms; first 60 rows of the due list ${listMs.toFixed(0)} ms`,
    );
  const [small, large] = [scales[0], scales.at(-1)];
  console.log(
    `\n  ${small.points} → ${large.points} points: ${(large.entries / small.entries).toFixed(1)} × the entries take ${(large.rebuildS / small.rebuildS).toFixed(1)} × the time to rebuild, ${(large.streamS / small.streamS).toFixed(1)} × to stream.`,
  );
  console.log(
    `\n  ${first.points} → ${last.points} points: ${(last.points / first.points).toFixed(1)} × the points take ${(last.ms / first.ms).toFixed(1)} × the time.`,
  );
  await application.stop();
  await database.stop();
}

/** Walks in order: how soon there is one, how good it is after five seconds, and how good the best of long runs. */
async function benchRoutes() {
  const args = [flag('runs', '2'), flag('seconds', '20')];
  const { output } = await run('npx', ['tsx', 'scripts/bench/routes.ts', ...args], { cwd: root });
  console.log(output.slice(output.indexOf('Walks by chance')));
}
