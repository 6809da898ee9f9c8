// `npm run cluster`: the book on more than one server, as a plant would have it: three nodes of one database (Galera), two
// applications, a balancer before both. All on loopback, with the demo plant. Ctrl-C stops everything that it started.
import { mkdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from './lib/application.mjs';
import { clusterPrograms, startCluster } from './lib/cluster.mjs';
import { ensureNodeModules, ensurePrograms } from './lib/packages.mjs';
import { belongTo, endAll, startNoMore } from './lib/processes.mjs';
import { reportFailure, step, totalTime } from './lib/steps.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join(root, '.data', `cluster-${process.pid}`);
const distDir = process.env.NEXT_DIST_DIR ?? '.next';
const bookPort = Number(process.env.PORT ?? 3000);

/** Set once stopping has begun; whatever is under way then fails, and says nothing more. */
let stopping;
const stop = () =>
  (stopping ??= (async () => {
    startNoMore();
    await endAll();
    rmSync(folder, { recursive: true, force: true });
  })());
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop().then(() => process.exit(0)));

try {
  console.log('Tagebuch on three databases and two applications, demo plant');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  belongTo(folder);
  await step('Programs', () => ensurePrograms(clusterPrograms));
  await step('Packages', () => ensureNodeModules(root));
  await step('Application', () => build(root, distDir));
  const say = (words) => console.log(`            ${words}`);
  const { nodes } = await startCluster(root, folder, { distDir, bookPort, env: { TAGEBUCH_DEMO: '1' }, say });
  console.log(`\nReady after ${totalTime()}: http://127.0.0.1:${bookPort}`);
  console.log(`Kill one and watch: kill -9 -- -${nodes[0].server.pid} ends the node that is written to.`);
  console.log('Ctrl-C stops all of it; nothing of it stays.');
} catch (error) {
  if (!stopping) {
    reportFailure(error);
    await stop();
    process.exit(1);
  }
}
