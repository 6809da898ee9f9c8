// `npm run soak`: eight writers, three devices with bad signal and two planners work on one book while its database and its
// application are killed at random. At the end nothing acknowledged may be lost, doubled or altered, the chain of seals is
// whole, and the projection says what a rebuild says.
//   --kills 200 (20)   --seed 7 (from the clock)   --report FILE   --dist .next-test
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { build, prepareDatabase, serve, superviseApplication } from './lib/application.mjs';
import { flag } from './lib/arguments.mjs';
import { freePort, startDatabase, superviseDatabase } from './lib/database.mjs';
import { ensureNodeModules, ensurePrograms } from './lib/packages.mjs';
import { belongTo, endAll, pause, start } from './lib/processes.mjs';
import { reportFailure, step, totalTime } from './lib/steps.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join(root, '.data', `soak-${process.pid}`);
const kills = Number(flag('kills', '20'));
const seed = Number(flag('seed', String(Date.now() % 1_000_000)));
const distDir = flag('dist', '.next-test');
const reportFile = flag('report', undefined);
const quick = { firstPauseMs: 200, longestPauseMs: 400 };

/** The same numbers for the same seed. */
let state = seed;
const luck = () => {
  state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
  return state / 2_147_483_648;
};

let database;
let application;
const killed = { database: 0, application: 0 };
const stop = async () => {
  await application?.stop();
  await database?.stop();
  await endAll();
  rmSync(folder, { recursive: true, force: true });
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void stop().then(() => process.exit(130)));

try {
  console.log(`Soak with seed ${seed}, ${kills} kills`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  belongTo(folder);
  await step('Programs', () => ensurePrograms(['mariadbd', 'mariadb-install-db', 'mariadb']));
  await step('Packages', () => ensureNodeModules(root));
  await step('Application', () => build(root, distDir));
  let connections;
  await step('Database', async () => {
    connections = await startDatabase(folder);
    database = superviseDatabase(folder, connections, () => {}, quick);
  });
  await step('Plant', () => prepareDatabase(root, connections, { demo: true }));
  const port = await freePort();
  const served = {
    distDir,
    port,
    databaseUrl: connections.url,
    logFile: join(folder, 'application.log'),
    env: { REQUESTS_PER_MINUTE: '0' },
  };
  await step('Server', async () => {
    application = superviseApplication(await serve(served), served, () => {}, quick);
  });
  const load = start(
    'npx',
    ['tsx', 'scripts/soak-load.ts', `http://127.0.0.1:${port}`, connections.url, String(seed), flag('writers', '8')],
    { cwd: root, stdio: ['pipe', 'pipe', 'inherit'] },
  );
  const lines = createInterface({ input: load.stdout });
  let result;
  const ended = new Promise((resolve) => load.on('close', resolve));
  const soaking = new Promise((resolve) =>
    lines.on('line', (line) => (line === 'soaking' ? resolve() : (result = line))),
  );
  await Promise.race([soaking, ended]);
  await step(`${kills} kills`, async () => {
    for (let kill = 0; kill < kills && load.exitCode === null; kill += 1) {
      await pause(500 + luck() * 3500);
      const which = luck() < 0.5 ? 'database' : 'application';
      const { pid } = which === 'database' ? database : application;
      try {
        process.kill(-pid, 'SIGKILL');
        killed[which] += 1;
      } catch {
        /* between two lives */
      }
    }
    return `${killed.database} of the database, ${killed.application} of the application`;
  });
  await step('Everything brought home and checked', async () => {
    load.stdin.end('end\n');
    await ended;
  });
  const { checks, ...numbers } = JSON.parse(result);
  for (const { name, ok, said } of checks)
    console.log(`  ${ok ? 'holds' : 'FAILS'}  ${name}${ok ? '' : ` ${JSON.stringify(said)}`}`);
  console.log(`  ${JSON.stringify({ ...numbers, killed })}\n${totalTime()}`);
  if (reportFile) writeFileSync(reportFile, JSON.stringify({ checks }));
  if (checks.some(({ ok }) => !ok)) process.exitCode = 1;
} catch (error) {
  reportFailure(error);
} finally {
  await stop();
}
