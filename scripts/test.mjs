// `npm test`: everything, against a real database and a real browser, beside a running demo if there is one.
// The last line is the sum of what the tools themselves reported.
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, prepareDatabase, serve } from './lib/application.mjs';
import { countLines } from './lib/count-lines.mjs';
import { freePort, startDatabase, superviseDatabase } from './lib/database.mjs';
import { ensureNodeModules, ensurePrograms } from './lib/packages.mjs';
import { belongTo, endAll, startNoMore } from './lib/processes.mjs';
import { reportFailure, run, step, totalTime } from './lib/steps.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join(root, '.data', `test-${process.pid}`);
const distDir = '.next-test';
const sum = { passed: 0, failed: 0, skipped: 0 };

let database;
let application;
const stop = async () => {
  startNoMore();
  await application?.stop();
  await database?.stop();
  await endAll();
  rmSync(folder, { recursive: true, force: true });
};
process.on('SIGINT', () => void stop().then(() => process.exit(130)));
process.on('SIGTERM', () => void stop().then(() => process.exit(143)));

const add = ({ passed = 0, failed = 0, skipped = 0 }) => {
  sum.passed += passed;
  sum.failed += failed;
  sum.skipped += skipped;
  return `${passed} passed, ${failed} failed, ${skipped} skipped`;
};

/** A tool that only says yes or no counts as one test. */
const check = (title, command, args) =>
  step(title, async () => {
    const { code, output } = await run(command, args, { cwd: root, allowFailure: true });
    if (code !== 0) console.log(output);
    return add(code === 0 ? { passed: 1 } : { failed: 1 });
  });

/** A tool that writes a JSON report; a tool that dies without one counts as a failure. */
const reported = (title, command, args, env, file, read) =>
  step(title, async () => {
    const { code, output } = await run(command, args, { cwd: root, env, allowFailure: true });
    const counts = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { failed: 1 };
    if (code !== 0 && !counts.failed) counts.failed = 1;
    if (counts.failed || counts.secondTries) console.log(output);
    return add(counts) + (counts.secondTries ? `; ${counts.secondTries} of them at the second try, see above` : '');
  });

/** What the page was when a flow failed, as Playwright has written it down: the folder goes at the end. */
function printPages(within) {
  const files = existsSync(within)
    ? readdirSync(within, { recursive: true }).filter((name) => name.endsWith('error-context.md'))
    : [];
  for (const name of files.slice(0, 4)) {
    const [, page = ''] = readFileSync(join(within, name), 'utf8').split('# Page snapshot');
    console.log(`${dirname(name)}, the page:\n${page.split('\n').slice(0, 80).join('\n')}`);
  }
}

try {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  belongTo(folder);
  await step('Programs', () => ensurePrograms(['mariadbd', 'mariadb-install-db', 'mariadb', 'chromium']));
  await step('Packages', () => ensureNodeModules(root));
  await run('npx', ['next', 'typegen'], {
    cwd: root,
    env: { NEXT_DIST_DIR: distDir, NEXT_TELEMETRY_DISABLED: '1' },
    allowFailure: true,
  });
  // Each keeps one core busy; beside each other they take half the time.
  await Promise.all([
    check('Format', 'npx', ['prettier', '--check', '.']).then(() => check('Lint', 'npx', ['eslint', '.'])),
    check('Types', 'npx', ['tsc', '--noEmit']),
  ]);
  let connections;
  await step('Database', async () => {
    const server = await startDatabase(folder);
    connections = server;
    database = superviseDatabase(folder, server, () => {});
  });
  const unitReport = join(folder, 'vitest.json');
  await reported(
    'Vitest',
    'npx',
    ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`],
    { TEST_DATABASE_URL: connections.schemaUrl, TEST_RUNNING_DATABASE_URL: connections.url },
    unitReport,
    (report) => ({
      passed: report.numPassedTests,
      failed:
        report.numFailedTests +
        report.testResults.filter(
          ({ status, assertionResults }) => status === 'failed' && assertionResults.length === 0,
        ).length,
      skipped: report.numPendingTests + report.numTodoTests,
    }),
  );
  await step('Build', () => build(root, distDir));
  const port = await freePort();
  await step('Demo plant and server', async () => {
    await prepareDatabase(root, connections, { demo: true });
    application = await serve({
      distDir,
      port,
      databaseUrl: connections.url,
      logFile: join(folder, 'application.log'),
      env: { TAGEBUCH_DEMO: '1' },
    });
  });
  const flowReport = join(folder, 'playwright.json');
  await reported(
    'Playwright',
    'npx',
    ['playwright', 'test', ...process.argv.slice(2)],
    {
      TEST_BASE_URL: `http://127.0.0.1:${port}`,
      TEST_FOLDER: folder,
      TEST_RUNNING_DATABASE_URL: connections.url,
      TEST_DIST: distDir,
      PLAYWRIGHT_JSON_OUTPUT_NAME: flowReport,
    },
    flowReport,
    ({ stats }) => ({
      passed: stats.expected + stats.flaky,
      failed: stats.unexpected,
      skipped: stats.skipped,
      secondTries: stats.flaky,
    }),
  );
  printPages(join(folder, 'playwright'));
  /** Attacks bring a database and a server of their own; what has to hold at their end are their tests. */
  const attack = (title, script, args) => {
    const file = join(folder, `${script}.json`);
    return reported(
      title,
      process.execPath,
      [`scripts/${script}.mjs`, ...args, '--dist', distDir, '--report', file],
      {},
      file,
      ({ checks }) => ({
        passed: checks.filter(({ ok }) => ok).length,
        failed: checks.filter(({ ok }) => !ok).length,
      }),
    );
  };
  await application.stop();
  // The same attack every time: what chance finds is found by the commands themselves.
  await attack('Soak, 5 kills and 20 lives of devices', 'soak', ['--kills', '5', '--sequences', '20', '--seed', '3']);
  await attack('Fuzz, 2000 requests', 'fuzz', ['--requests', '2000', '--seed', '11']);
  await step('Share of tests in the code lines', () => countLines(root));
} catch (error) {
  sum.failed += 1;
  reportFailure(error);
} finally {
  await stop();
}
console.log(`\nAll of it took ${totalTime()}.`);
console.log(`${sum.passed} passed, ${sum.failed} failed, ${sum.skipped} skipped`);
process.exit(sum.failed > 0 ? 1 : 0);
