// What soak and fuzz have in common: a book of their own, seeded chance, and what has to hold at the end.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, prepareDatabase, serve, superviseApplication } from './application.mjs';
import { flag } from './arguments.mjs';
import { freePort, startDatabase, superviseDatabase } from './database.mjs';
import { ensureNodeModules, ensurePrograms } from './packages.mjs';
import { belongTo, endAll, startNoMore } from './processes.mjs';
import { reportFailure, step, totalTime } from './steps.mjs';

/** Started again at once: whoever kills it does so again soon. */
const quick = { firstPauseMs: 200, longestPauseMs: 400 };

/** Chance from 0 to 1, the same for the same seed. */
function seeded(seed) {
  let state = seed;
  return () => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return state / 2_147_483_648;
  };
}

/**
 * Brings up a demo plant of its own, attacks it and says what held. Reads `--seed`, `--dist` and `--report` from the command line.
 * @param {string} name
 * @param {(book: { root: string, distDir: string, seed: number, luck: () => number, base: string, port: number, databaseUrl: string, logFile: string, database: { pid: number }, application: { pid: number } }) => Promise<{ checks: { name: string, ok: boolean, said: unknown }[], summary: string }>} attack
 */
export async function attackBook(name, attack) {
  const root = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
  const folder = join(root, '.data', `${name}-${process.pid}`);
  const seed = Number(flag('seed', String(Date.now() % 1_000_000)));
  const distDir = flag('dist', '.next-test');
  const reportFile = flag('report', undefined);
  let database;
  let application;
  const stop = async () => {
    startNoMore();
    await application?.stop();
    await database?.stop();
    await endAll();
    rmSync(folder, { recursive: true, force: true });
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void stop().then(() => process.exit(130)));
  try {
    console.log(`${name} with seed ${seed}`);
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
    const logFile = join(folder, 'application.log');
    const served = {
      distDir,
      port,
      databaseUrl: connections.url,
      logFile,
      env: { REQUESTS_PER_MINUTE: '0', TAGEBUCH_DEMO: '1' },
    };
    await step('Server', async () => {
      application = superviseApplication(await serve(served), served, () => {}, quick);
    });
    const { checks, summary } = await attack({
      root,
      distDir,
      seed,
      luck: seeded(seed),
      base: `http://127.0.0.1:${port}`,
      port,
      databaseUrl: connections.url,
      logFile,
      database,
      application,
    });
    for (const { name: what, ok, said } of checks) {
      console.log(`  ${ok ? 'holds' : 'FAILS'}  ${what}`);
      if (!ok)
        for (const line of [said].flat().slice(0, 40))
          console.log(`         ${typeof line === 'string' ? line : JSON.stringify(line)}`);
    }
    console.log(`  ${summary}\n${totalTime()}`);
    if (reportFile) writeFileSync(reportFile, JSON.stringify({ checks }));
    if (checks.some(({ ok }) => !ok)) process.exitCode = 1;
  } catch (error) {
    reportFailure(error);
  } finally {
    await stop();
  }
}
