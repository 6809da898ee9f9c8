// `npm run faults`: a full disk, a disk too small to begin with, migrations and loads that are killed, Ctrl-C at every step
// of `npm run demo` and a killed starter; after each the next start has to go on by itself. Needs root for the small disks.
// Two private databases that begin, work and end beside each other.
//   --tries 12 (kills of migration and load)   --times 20 (of the two databases)   --only disk|migration|demo|beside
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, truncateSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, prepareDatabase, serve } from './lib/application.mjs';
import { besideEachOther } from './lib/beside.mjs';
import { flag } from './lib/arguments.mjs';
import { freePort, startDatabase } from './lib/database.mjs';
import { ensureNodeModules, ensurePrograms } from './lib/packages.mjs';
import { belongTo, endAll, pause, start } from './lib/processes.mjs';
import { demoCookie } from './lib/session.mjs';
import { PlainError, reportFailure, run, step, totalTime } from './lib/steps.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join('/tmp', `tagebuch-faults-${process.pid}`);
const distDir = flag('dist', '.next-test');
const tries = Number(flag('tries', '12'));
const times = Number(flag('times', '20'));
const only = flag('only', undefined);
const failures = [];
const check = (name, ok, said = '') => {
  console.log(`            ${ok ? 'holds' : 'FAILS'}  ${name}${ok ? '' : `: ${said}`}`);
  if (!ok) failures.push(name);
};

/** A disk of its own, as small as that. */
function smallDisk(at, mb) {
  mkdirSync(at, { recursive: true });
  const { status, stderr } = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${mb}m`, 'tmpfs', at]);
  if (status !== 0) throw new PlainError(`A small disk cannot be made here: ${stderr}`);
  return () => spawnSync('umount', ['-l', at]);
}

const words = async (answer) => ({ status: answer.status, ...(await answer.json().catch(() => ({}))) });

async function fullDisk() {
  const at = join(folder, 'small');
  const takeAway = smallDisk(at, 420);
  let database;
  let application;
  try {
    database = await startDatabase(at, { roomMb: 100 });
    await prepareDatabase(root, database, { demo: true });
    const port = await freePort();
    const base = `http://127.0.0.1:${port}`;
    const env = { REQUESTS_PER_MINUTE: '0', TAGEBUCH_DEMO: '1' };
    application = await serve({ distDir, port, databaseUrl: database.url, logFile: join(at, 'application.log'), env });
    const cookie = await demoCookie(base, 'HB');
    const { person } = await (await fetch(`${base}/api/session`, { headers: { cookie } })).json();
    let count = 0;
    const note = async () => {
      count += 1;
      const id = `01FAX${String(count).padStart(21, '0')}`;
      const happenedAt = new Date().toISOString();
      const body = { text: `${'x'.repeat(3900)} ${count}` };
      const envelope = {
        id,
        kind: 'note',
        kindVersion: 1,
        body,
        happenedAt,
        offsetMinutes: 0,
        personId: person.id,
        deviceId: 'faults',
        machineId: null,
      };
      const started = Date.now();
      const answer = await words(
        await fetch(`${base}/api/entries`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', cookie },
          body: JSON.stringify(envelope),
          signal: AbortSignal.timeout(30_000),
        }).catch((error) => new Response(JSON.stringify({ code: String(error) }), { status: 599 })),
      );
      return { ...answer, ms: Date.now() - started };
    };
    check('an entry is taken while there is room', (await note()).status === 201);
    // Whatever is left but a little is taken by somebody else.
    const filler = join(at, 'filler');
    spawnSync('dd', ['if=/dev/zero', `of=${filler}`, 'bs=1M']);
    truncateSync(filler, Math.max(0, spawnSync('stat', ['-c', '%s', filler]).stdout.toString().trim() - 6_000_000));
    let good = 0;
    let full;
    while (good < 6000 && !full) {
      const answer = await note();
      if (answer.status === 201) good += 1;
      else full = answer;
    }
    check(
      `after ${good} entries it says in words that there is no room`,
      full?.status === 503 && full.code === 'disk-full',
      JSON.stringify(full),
    );
    for (let again = 0; again < 20; again += 1) {
      const answer = await note();
      if (answer.status !== 503 || answer.ms > 20_000) check('it goes on saying so', false, JSON.stringify(answer));
    }
    for (const path of ['/api/people', '/today', '/plant', '/log'])
      check(`${path} is still served`, (await fetch(base + path, { headers: { cookie } })).status === 200);
    rmSync(filler);
    let back;
    for (let waited = 0; waited < 60 && back?.status !== 201; waited += 1) {
      await pause(1000);
      back = await note();
    }
    check('with room again it goes on by itself', back?.status === 201, JSON.stringify(back));
    const { output } = await run('npx', ['tsx', 'scripts/verify.ts'], {
      cwd: root,
      env: { DATABASE_URL: database.url },
      allowFailure: true,
    });
    check('the chain is whole', output.includes('every seal whole'), output);
  } finally {
    await application?.stop();
    await database?.stop();
    takeAway();
  }
}

async function tooSmall() {
  const at = join(folder, 'tiny');
  const takeAway = smallDisk(at, 60);
  try {
    const said = await startDatabase(at).then(
      () => 'it started',
      (error) => error.message,
    );
    check('a disk too small to begin with is said in a line', /There are \d+ MB left .* needs \d+ MB/.test(said), said);
  } finally {
    takeAway();
  }
}

async function killedMigrationAndLoad() {
  const database = await startDatabase(join(folder, 'killed'));
  try {
    const env = { DATABASE_URL: database.url, SCHEMA_DATABASE_URL: database.schemaUrl };
    const prepare = () =>
      run('npx', ['tsx', 'scripts/prepare-database.ts', '--demo'], { cwd: root, env, allowFailure: true });
    const before = Date.now();
    await prepare();
    const usualMs = Date.now() - before;
    const emptied = () =>
      run('npx', ['tsx', 'scripts/empty-database.ts'], { cwd: root, env: { DATABASE_URL: database.schemaUrl } });
    for (let trial = 1; trial <= tries; trial += 1) {
      await emptied();
      const child = start('npx', ['tsx', 'scripts/prepare-database.ts', '--demo'], { cwd: root, env, stdio: 'ignore' });
      const gone = new Promise((resolve) => child.once('close', resolve));
      // Spread over the whole of it: the migrations are in its first third, the load in the rest.
      await pause((usualMs * trial) / (tries + 1));
      try {
        process.kill(-child.pid, 'SIGKILL');
      } catch {
        /* done already */
      }
      await gone;
      const { code, output } = await prepare();
      const { output: checked } = await run('npx', ['tsx', 'scripts/rebuild.ts', '--check'], {
        cwd: root,
        env,
        allowFailure: true,
      });
      check(
        `killed after ${Math.round((100 * trial) / (tries + 1))} % of migration and load, the next start goes on`,
        code === 0 && /^0 of [1-9]\d* tasks/m.test(checked),
        `${output} ${checked}`,
      );
    }
  } finally {
    await database.stop();
  }
}

/** Processes of one data folder that are still there. */
const leftOf = (data) =>
  readdirSync('/proc')
    .filter((pid) => /^\d+$/.test(pid))
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0').includes(`TAGEBUCH_FOLDER=${data}`);
      } catch {
        return false;
      }
    });

async function demoAtEveryStep() {
  const data = join(folder, 'demo');
  const port = await freePort();
  /** Starts the demo and does something once it has said a word. */
  const demo = (word, act) =>
    new Promise((resolve) => {
      const child = start(process.execPath, ['scripts/demo.mjs'], {
        cwd: root,
        env: { PORT: String(port), TAGEBUCH_DATA: data, NEXT_DIST_DIR: distDir },
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      let output = '';
      let acted = false;
      const hear = (chunk) => {
        output += chunk;
        if (acted || !output.includes(word)) return;
        acted = true;
        void act(child);
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.on('close', (code) => resolve({ code, output }));
    });
  const interrupt = (ms) => async (child) => {
    await pause(ms);
    process.kill(child.pid, 'SIGINT');
  };
  for (const [word, ms] of [
    ['Tagebuch, demo plant', 0],
    ['Nothing else running here', 0],
    ['Programs', 0],
    ['Packages', 0],
    ['Packages', 300],
    ['Application', 0],
    ['Application', 150],
    ['Application', 600],
    ['Application', 1500],
    ['Database', 0],
    ['Database', 700],
    ['Database', 2500],
    ['Plant', 0],
    ['Plant', 400],
    ['Plant', 1500],
    ['Server', 0],
    ['Ready', 0],
  ]) {
    const { code } = await demo(word, interrupt(ms));
    const left = leftOf(data);
    check(
      `Ctrl-C ${ms} ms after "${word}" ends everything`,
      code === 0 && left.length === 0,
      `code ${code}, left ${left}`,
    );
    if (existsSync(join(data, 'pid'))) check('and leaves no mark of a running start', false, 'pid file');
  }
  let answered;
  const { output } = await demo('Ready', async (child) => {
    answered = (await fetch(`http://127.0.0.1:${port}/api/methods`)).status;
    // The starter alone is killed: what it started goes on without anybody who watches it.
    process.kill(child.pid, 'SIGKILL');
  });
  check('after all of that it comes up', answered === 200, output);
  check('a killed starter leaves orphans', leftOf(data).length > 0);
  const again = await demo('Ready', async (child) => {
    answered = (await fetch(`http://127.0.0.1:${port}/api/methods`)).status;
    const second = await demo('no such word', () => {});
    check(
      'a second start beside it is refused in words, and leaves the first one its mark',
      second.code === 1 && second.output.includes('running already') && existsSync(join(data, 'pid')),
      second.output,
    );
    process.kill(child.pid, 'SIGINT');
  });
  check(
    'which the next start ends, and comes up',
    answered === 200 && again.output.includes('ended what an earlier start left'),
    again.output,
  );
  check('and nothing is left at the end', leftOf(data).length === 0);
  const wrong = await run(process.execPath, ['scripts/demo.mjs'], {
    cwd: root,
    env: { PORT: 'abc', TAGEBUCH_DATA: data },
    allowFailure: true,
  });
  check(
    'PORT=abc is a sentence',
    wrong.code === 1 && wrong.output.includes('PORT=abc is no port') && !wrong.output.includes('    at '),
    wrong.output,
  );
}

for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void endAll().then(() => process.exit(130)));
try {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  belongTo(folder);
  await step('Programs', () => ensurePrograms(['mariadbd', 'mariadb-install-db', 'mariadb']));
  await step('Packages', () => ensureNodeModules(root));
  await step('Application', () => build(root, distDir));
  if (!only || only === 'disk') {
    await step('A disk too small', tooSmall);
    await step('A full disk', fullDisk);
  }
  if (!only || only === 'beside')
    await step(`Two databases beside each other, ${times} times`, async () => {
      const { queries, failed } = await besideEachOther(join(folder, 'beside'), times);
      check(`none of ${queries} queries fails`, queries > times && failed.length === 0, failed.slice(0, 3).join('; '));
    });
  if (!only || only === 'migration') await step('Killed migrations and loads', killedMigrationAndLoad);
  if (!only || only === 'demo') await step('Ctrl-C at every step', demoAtEveryStep);
  console.log(`\n${failures.length === 0 ? 'All of it holds' : `${failures.length} do not hold`}. ${totalTime()}`);
  if (failures.length > 0) process.exitCode = 1;
} catch (error) {
  reportFailure(error);
} finally {
  await endAll();
  rmSync(folder, { recursive: true, force: true });
}
