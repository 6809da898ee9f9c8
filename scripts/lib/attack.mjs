// What soak and fuzz have in common: a book of their own, seeded chance, and what has to hold at the end.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, prepareDatabase, serve, superviseApplication } from './application.mjs';
import { flag } from './arguments.mjs';
import { clusterPrograms, startCluster } from './cluster.mjs';
import { freePort, startDatabase, superviseDatabase } from './database.mjs';
import { openLog } from './log-file.mjs';
import { noteUnsynced, powerPrograms } from './power.mjs';
import { ensureNodeModules, ensurePrograms } from './packages.mjs';
import { belongTo, endAll, isAlive, pause, startNoMore } from './processes.mjs';
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
 * @typedef {{ [part: string]: { pid: number }[] }} Parts what may be killed, by what it is
 * @typedef {{ base: string, databaseUrl: string, logFile: string, parts: Parts, contents?: () => Promise<string[]>, cutPower?: (kill: () => void, luck: () => number) => Promise<number>, stop: () => Promise<unknown> }} Book
 */

const env = { REQUESTS_PER_MINUTE: '0', TAGEBUCH_DEMO: '1' };

/** @returns {Promise<Book>} one database, one application; the current may be cut where `withPower` is said */
async function bookAlone(root, folder, distDir, withPower) {
  let database;
  let connections;
  let power;
  await step('Database', async () => {
    power = withPower ? await noteUnsynced(folder, { cacheIsLost: flag('disk', '') === 'forgetful' }) : undefined;
    connections = await startDatabase(folder, { power });
    database = superviseDatabase(folder, connections, () => {}, quick, { power });
  });
  await step('Plant', () => prepareDatabase(root, connections, { demo: true }));
  const port = await freePort();
  const logFile = join(folder, 'application.log');
  const served = { distDir, port, databaseUrl: connections.url, logFile, env };
  let application;
  await step('Server', async () => {
    application = superviseApplication(await serve(served), served, () => {}, quick);
  });
  return {
    base: `http://127.0.0.1:${port}`,
    databaseUrl: connections.url,
    logFile,
    parts: { database: [database], application: [application] },
    cutPower: power && ((kill, luck) => cutPower(folder, { database, power, kill, luck })),
    stop: () => application.stop().then(() => database.stop()),
  };
}

/**
 * Takes the current away: everything is dead in the same moment, and of what was not synced only some is on the disk.
 * @returns {Promise<number>} how many writes were lost, or half lost
 */
async function cutPower(folder, { database, power, kill, luck }) {
  const hold = join(folder, 'hold');
  // One that is just being started could not be killed, and would write into what is being taken back.
  while (!isAlive(database.pid)) await pause(50);
  writeFileSync(hold, '');
  const { pid } = database;
  kill();
  while (isAlive(pid)) await pause(20);
  const lost = power.cut(luck);
  rmSync(hold);
  return lost;
}

/** @returns {Promise<Book>} three databases that are one, two applications, a balancer */
async function bookOnCluster(root, folder, distDir, note) {
  const bookPort = await freePort();
  const { nodes, applications, balancer, databaseUrl, contents } = await startCluster(root, folder, {
    distDir,
    bookPort,
    env,
    say: note,
    pauses: quick,
  });
  return {
    base: `http://127.0.0.1:${bookPort}`,
    databaseUrl,
    logFile: join(folder, 'application-1.log'),
    parts: { node: nodes.map(({ server }) => server), application: applications, balancer: [balancer] },
    contents,
    stop: () =>
      Promise.all([...applications, balancer, ...nodes.map(({ server }) => server)].map((part) => part.stop())),
  };
}

/**
 * Brings up a demo plant of its own, attacks it and says what held. Reads `--seed`, `--dist`, `--report` and, where it is to
 * stand on more than one server, `--on cluster`, or where the current is to be cut, `--power` from the command line.
 * @param {string} name
 * @param {(book: Book & { note: (words: string) => void, root: string, distDir: string, seed: number, luck: () => number, port: number }) => Promise<{ checks: { name: string, ok: boolean, said: unknown }[], summary: string }>} attack
 */
export async function attackBook(name, attack) {
  const root = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
  const folder = join(root, '.data', `${name}-${process.pid}`);
  const seed = Number(flag('seed', String(Date.now() % 1_000_000)));
  const distDir = flag('dist', '.next-test');
  const reportFile = flag('report', undefined);
  const onCluster = flag('on', 'one') === 'cluster';
  const withPower = !onCluster && process.argv.includes('--power');
  /** What happened when, for whoever has to explain what did not hold. */
  const notes = openLog(join(folder, 'notes.log'), Infinity);
  const note = (words) => notes.write(`${new Date().toISOString()} ${words}\n`);
  let book;
  let failed = false;
  const stop = async () => {
    startNoMore();
    await book?.stop();
    await endAll();
    // What did not hold can only be explained by what the parts wrote down.
    if (failed) console.log(`  What it ran on is kept in ${folder}.`);
    else rmSync(folder, { recursive: true, force: true });
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void stop().then(() => process.exit(130)));
  try {
    console.log(`${name} with seed ${seed}`);
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    belongTo(folder);
    await step('Programs', () =>
      ensurePrograms([
        ...(onCluster ? clusterPrograms : ['mariadbd', 'mariadb-install-db', 'mariadb']),
        ...(withPower ? powerPrograms : []),
      ]),
    );
    await step('Packages', () => ensureNodeModules(root));
    await step('Application', () => build(root, distDir));
    book = await (onCluster ? bookOnCluster(root, folder, distDir, note) : bookAlone(root, folder, distDir, withPower));
    const { checks, summary } = await attack({
      ...book,
      note,
      root,
      distDir,
      seed,
      luck: seeded(seed),
      port: Number(new URL(book.base).port),
    });
    for (const { name: what, ok, said } of checks) {
      console.log(`  ${ok ? 'holds' : 'FAILS'}  ${what}`);
      if (!ok)
        for (const line of [said].flat().slice(0, 40))
          console.log(`         ${typeof line === 'string' ? line : JSON.stringify(line)}`);
    }
    console.log(`  ${summary}\n${totalTime()}`);
    if (reportFile) writeFileSync(reportFile, JSON.stringify({ checks }));
    failed = checks.some(({ ok }) => !ok);
    if (failed) process.exitCode = 1;
  } catch (error) {
    failed = true;
    reportFailure(error);
  } finally {
    await stop();
  }
}
