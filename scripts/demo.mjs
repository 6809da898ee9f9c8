// `npm run demo`: from a bare machine to the served demo plant. Ctrl-C stops everything it started.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, prepareDatabase, serve } from './lib/application.mjs';
import { startDatabase, superviseDatabase } from './lib/database.mjs';
import { ensureNodeModules, ensurePrograms } from './lib/packages.mjs';
import { PlainError, reportFailure, step, totalTime } from './lib/steps.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join(root, '.data', 'demo');
const port = Number(process.env.PORT ?? 3000);
const dev = process.argv.includes('--dev');
const fresh = process.argv.includes('--fresh');
const ownDatabase = process.env.DATABASE_URL === undefined;

let database;
let application;
let stopping = false;
let databaseUrl = process.env.DATABASE_URL;

async function stop() {
  if (stopping) return;
  stopping = true;
  await application?.stop();
  await database?.stop();
  rmSync(join(folder, 'pid'), { force: true });
}

/** Refuses to start beside another demo of this checkout, or where the port is taken. */
async function checkNothingRuns() {
  const pidFile = join(folder, 'pid');
  if (existsSync(pidFile)) {
    const pid = Number(readFileSync(pidFile, 'utf8'));
    let alive = true;
    try {
      process.kill(pid, 0);
    } catch {
      alive = false;
    }
    if (alive && pid !== process.pid)
      throw new PlainError(
        `The demo of this checkout is running already (process ${pid}). Stop it with Ctrl-C there first.`,
      );
  }
  await new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', () => reject(new PlainError(`Port ${port} is in use. Choose another: PORT=3001 npm run demo`)));
    probe.listen(port, '127.0.0.1', () => probe.close(resolve));
  });
  if (fresh) rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(pidFile, String(process.pid));
}

process.on('SIGINT', () => void stop().then(() => process.exit(0)));
process.on('SIGTERM', () => void stop().then(() => process.exit(0)));

try {
  console.log('Tagebuch, demo plant');
  await step('Nothing else running here', checkNothingRuns);
  if (ownDatabase) await step('Programs', () => ensurePrograms(['mariadbd', 'mariadb-install-db', 'mariadb']));
  await step('Packages', () => ensureNodeModules(root));
  if (!dev) await step('Application', () => build(root, '.next'));
  if (ownDatabase)
    await step('Database', async () => {
      const server = await startDatabase(folder);
      databaseUrl = server.url;
      database = superviseDatabase(folder, server, (words) => console.log(`            ${words}`));
    });
  await step('Plant', () => prepareDatabase(root, databaseUrl, { demo: true }));
  await step('Server', async () => {
    application = await serve({ distDir: '.next', port, databaseUrl, logFile: join(folder, 'application.log'), dev });
  });
  console.log(
    `\nReady after ${totalTime()}: http://127.0.0.1:${port}\nCtrl-C stops it; the data stays. Start over: npm run demo -- --fresh`,
  );
  await application.exit;
  if (!stopping)
    throw new PlainError(`The application stopped by itself; its words are in ${join(folder, 'application.log')}.`);
} catch (error) {
  reportFailure(error);
  await stop();
  process.exit(1);
}
