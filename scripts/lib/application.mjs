// Building and serving the Next application.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { buildServiceWorker } from './service-worker.mjs';
import { openLog } from './log-file.mjs';
import { supervise } from './processes.mjs';
import { run, startProcess, waitUntil, PlainError } from './steps.mjs';

/** What `npm start` gives to node, the bounds of its memory included; here without npm between, which would swallow signals. */
const startArguments = JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8'))
  .scripts.start.split(' ')
  .slice(1);

/** A fingerprint of everything the build reads, as git sees it, uncommitted changes included. */
async function sourceFingerprint(root) {
  const { output } = await run(
    'git',
    [
      'ls-files',
      '-z',
      '--cached',
      '--others',
      '--exclude-standard',
      '--',
      '*.ts',
      '*.tsx',
      '*.css',
      '*.mjs',
      'package-lock.json',
      'tsconfig.json',
      'public',
    ],
    { cwd: root },
  );
  const hash = createHash('sha256');
  for (const file of output.split('\0').filter((name) => name && existsSync(join(root, name))))
    hash.update(file).update(readFileSync(join(root, file)));
  return hash.digest('hex');
}

/**
 * Builds the application into `distDir` unless nothing has changed since the last build there.
 * @returns {Promise<string>} a remark for the step line
 */
export async function build(root, distDir) {
  const stamp = join(root, distDir, 'tagebuch-source');
  const fingerprint = await sourceFingerprint(root);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === fingerprint) return 'unchanged';
  await buildAnew(root, distDir);
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, fingerprint);
  return 'built';
}

/** Builds the application into `distDir`, and the worker that keeps the Round on a device. */
export async function buildAnew(root, distDir) {
  await run('npx', ['next', 'build'], {
    cwd: root,
    env: { NEXT_DIST_DIR: distDir, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
  });
  await buildServiceWorker(root, distDir);
}

/**
 * Serves the application on loopback and waits until it answers.
 * @param {{ distDir: string, port: number, databaseUrl: string, logFile: string, dev?: boolean, env?: Record<string, string> }} options
 */
export async function serve({ distDir, port, databaseUrl, logFile, dev = false, env = {} }) {
  const application = startProcess(process.execPath, startArguments, {
    env: {
      NEXT_DIST_DIR: distDir,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      NEXT_TELEMETRY_DISABLED: '1',
      NODE_ENV: dev ? 'development' : 'production',
      ...env,
    },
    log: openLog(logFile),
  });
  await waitUntil(
    'The application answering',
    async () => {
      if (application.exited)
        throw new PlainError(
          `The application stopped while starting; its words are in ${logFile}. Is port ${port} in use?`,
        );
      return fetch(`http://127.0.0.1:${port}/api/methods`).then(
        (response) => response.ok,
        () => false,
      );
    },
    120_000,
  ).catch(async (error) => {
    await application.stop();
    throw error;
  });
  return application;
}

/** Keeps the application running on the same port. @param {Parameters<typeof serve>[0]} options as it was started */
export const superviseApplication = (first, options, say, pauses = {}) =>
  supervise('The application', first, { say, ...pauses, again: () => serve(options) });

/**
 * Brings a database up to date, gives the application's user its rights where another owns the schema, and, when asked and
 * empty, loads the demo plant.
 * @param {{ url: string, schemaUrl?: string }} database
 */
export async function prepareDatabase(root, { url, schemaUrl }, { demo }) {
  const { output } = await run('npx', ['tsx', 'scripts/prepare-database.ts', ...(demo ? ['--demo'] : [])], {
    cwd: root,
    env: { DATABASE_URL: url, SCHEMA_DATABASE_URL: schemaUrl },
  });
  return output
    .split('\n')
    .filter((text) => text && !text.startsWith('npm '))
    .join(', ');
}
