// `npm run demo`: from a bare machine to the served demo plant. Ctrl-C stops everything it started, at any step.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, prepareDatabase, serve, superviseApplication } from './lib/application.mjs';
import { startDatabase, superviseDatabase } from './lib/database.mjs';
import { ensureNodeModules, ensurePrograms } from './lib/packages.mjs';
import { belongTo, endAll, endOrphans, isStarterAlive, startNoMore } from './lib/processes.mjs';
import { PlainError, reportFailure, step, totalTime } from './lib/steps.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = process.env.TAGEBUCH_DATA ?? join(root, '.data', 'demo');
const distDir = process.env.NEXT_DIST_DIR ?? '.next';
const pidFile = join(folder, 'pid');
const dev = process.argv.includes('--dev');
const fresh = process.argv.includes('--fresh');
const ownDatabase = process.env.DATABASE_URL === undefined;

let database;
let application;
/** Set once stopping has begun; whatever is under way then fails, and says nothing more. */
let stopping;
let connections = { url: process.env.DATABASE_URL, schemaUrl: process.env.SCHEMA_DATABASE_URL };

const stop = () =>
  (stopping ??= (async () => {
    startNoMore();
    await application?.stop();
    await database?.stop();
    // What a step was just starting is not known by name yet.
    await endAll();
    // Refused beside a running one, this start has no mark of its own, and takes nobody else's away.
    if (existsSync(pidFile) && readFileSync(pidFile, 'utf8') === String(process.pid)) rmSync(pidFile);
  })());

/** The port to serve on, from the environment. */
function portOf(text) {
  const port = Number(text);
  if (/^\d{1,5}$/.test(text) && port >= 1 && port <= 65_535) return port;
  throw new PlainError(
    `PORT=${text} is no port: it is a whole number from 1 to 65535, for example PORT=3001 npm run demo`,
  );
}

/** Refuses to start beside another demo of this checkout, or where the port is taken; clears up after one that was killed. */
async function checkNothingRuns(port) {
  if (isStarterAlive(pidFile, 'demo.mjs'))
    throw new PlainError('The demo of this checkout is running already. Stop it with Ctrl-C there first.');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(pidFile, String(process.pid));
  const ended = await endOrphans(folder);
  await new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', () => reject(new PlainError(`Port ${port} is in use. Choose another: PORT=3001 npm run demo`)));
    probe.listen(port, '127.0.0.1', () => probe.close(resolve));
  });
  if (fresh) {
    rmSync(folder, { recursive: true, force: true });
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writeFileSync(pidFile, String(process.pid));
  }
  return ended.length > 0 ? `ended what an earlier start left: ${ended.join(', ')}` : undefined;
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop().then(() => process.exit(0)));

const say = (words) => console.log(`            ${words}`);

try {
  console.log('Tagebuch, demo plant');
  const port = portOf(process.env.PORT ?? '3000');
  belongTo(folder);
  await step('Nothing else running here', () => checkNothingRuns(port));
  if (ownDatabase) await step('Programs', () => ensurePrograms(['mariadbd', 'mariadb-install-db', 'mariadb']));
  await step('Packages', () => ensureNodeModules(root));
  if (!dev) await step('Application', () => build(root, distDir));
  if (ownDatabase)
    await step('Database', async () => {
      const server = await startDatabase(folder);
      connections = server;
      database = superviseDatabase(folder, server, say);
    });
  await step('Plant', () => prepareDatabase(root, connections, { demo: true }));
  await step('Server', async () => {
    const served = {
      distDir,
      port,
      databaseUrl: connections.url,
      logFile: join(folder, 'application.log'),
      dev,
      env: { TAGEBUCH_DEMO: '1' },
    };
    application = superviseApplication(await serve(served), served, say);
  });
  console.log(
    `\nReady after ${totalTime()}: http://127.0.0.1:${port}\nCtrl-C stops it; the data stays. Start over: npm run demo -- --fresh`,
  );
} catch (error) {
  if (!stopping) {
    reportFailure(error);
    await stop();
    process.exit(1);
  }
}
