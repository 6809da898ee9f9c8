// `npm run soak`: eight writers, three devices and two planners work on one book while the parts it runs on are killed at
// random: database and application, or on a cluster nodes, applications and balancer; now and then all of them at once. Each
// device lives through random sequences of writing, no signal, lost answers and killed pages. At the end nothing acknowledged
// may be lost, doubled or altered, what was taken back never came, the chain of seals is whole, the projection says what a
// rebuild says, and every node holds the same.
//   --on cluster (one)   --power (cuts the current: what was not synced is lost)   --disk forgetful (its cache too)   --kills 200 (20)   --pause 3500 (ms at most between kills)   --sequences 2000 (500)   --seed 7 (from the clock)   --writers 8
//   --report FILE   --dist .next-test
import { createInterface } from 'node:readline';
import { flag } from './lib/arguments.mjs';
import { attackBook } from './lib/attack.mjs';
import { pause, start } from './lib/processes.mjs';
import { PlainError, step } from './lib/steps.mjs';

const kills = Number(flag('kills', '20'));
const longestPauseMs = Number(flag('pause', '3500'));
/** Of so many kills one is of everything in the same moment, as when the current fails. */
const everythingOnceIn = process.argv.includes('--power') ? 4 : 20;
/** On a cluster one of so many is of two nodes in the same moment. */
const twoNodesOnceIn = 10;
/** Where the current is cut one in so many waits until the book answers again: too fast, they hit only what is just starting. */
const readyOnceIn = 2;
/** A book that has not come back by then is killed all the same (ms). */
const longestReadyMs = 60_000;

/** Waits until the book of an address says that it may be asked. */
async function answering(base) {
  const since = Date.now();
  const isReady = () =>
    fetch(`${base}/readyz`, { signal: AbortSignal.timeout(2000) }).then(
      ({ ok }) => ok,
      () => false,
    );
  while (!(await isReady()) && Date.now() - since < longestReadyMs) await pause(200);
}

await attackBook('soak', async ({ root, seed, luck, base, databaseUrl, parts, contents, cutPower, note }) => {
  /** @type {{ what: string, at: number }[]} */
  const killed = [];
  const kill = ({ pid }) => {
    try {
      process.kill(-pid, 'SIGKILL');
      return true;
    } catch {
      return false; // between two lives
    }
  };
  const killAll = () => Object.values(parts).flat().map(kill).some(Boolean);
  let writesLost = 0;
  /** Kills what chance points at; says what, or nothing where that was just between two lives. */
  const killSomething = async () => {
    if (luck() * everythingOnceIn < 1) {
      if (!cutPower) return killAll() ? 'everything at once' : undefined;
      writesLost += await cutPower(killAll, luck);
      return 'the current';
    }
    // Two of three: the one that is left may not have what they acknowledged last.
    if (parts.node && luck() * twoNodesOnceIn < 1) {
      const spared = Math.floor(luck() * parts.node.length);
      return parts.node
        .filter((_, place) => place !== spared)
        .map(kill)
        .some(Boolean)
        ? 'two nodes'
        : undefined;
    }
    const kinds = Object.keys(parts);
    const what = kinds[Math.floor(luck() * kinds.length)];
    return kill(parts[what][Math.floor(luck() * parts[what].length)]) ? what : undefined;
  };
  const load = start(
    'npx',
    ['tsx', 'scripts/soak-load.ts', base, databaseUrl, String(seed), flag('writers', '8'), flag('sequences', '500')],
    {
      cwd: root,
      stdio: ['pipe', 'pipe', 'inherit'],
    },
  );
  const lines = createInterface({ input: load.stdout });
  let result;
  const ended = new Promise((resolve) => load.on('close', resolve));
  const soaking = new Promise((resolve) =>
    lines.on('line', (line) => (line === 'soaking' ? resolve() : (result = line))),
  );
  await Promise.race([soaking, ended]);
  await step(`${kills} kills`, async () => {
    while (killed.length < kills && load.exitCode === null) {
      if (cutPower && luck() * readyOnceIn < 1) await answering(base);
      await pause(500 + luck() * longestPauseMs);
      const at = Date.now();
      const what = await killSomething();
      if (!what) continue;
      killed.push({ what, at });
      note(`Killed: ${what}`);
    }
  });
  await step('Everything brought home and checked', async () => {
    load.stdin.end(`${JSON.stringify(killed.map(({ at }) => at))}\n`);
    await ended;
  });
  if (!result) throw new PlainError('The load ended without saying what it found.');
  const { checks, untilNextMs, ...numbers } = JSON.parse(result);
  if (contents) {
    const held = await contents().catch((error) => [error.message, 'is not known']);
    checks.push({ name: 'every node holds the same', ok: new Set(held).size === 1, said: held });
  }
  return {
    checks,
    summary: `${JSON.stringify({ ...numbers, ...(cutPower && { writesLost }) })}\n${pausesOf(killed, untilNextMs).join('\n')}`,
  };
});

/** How long after a kill the next entry that was sent then was acknowledged: in the middle, and at worst. */
function pausesOf(killed, untilNextMs) {
  return [...new Set(killed.map(({ what }) => what))].sort().map((what) => {
    const times = untilNextMs.filter((ms, place) => killed[place].what === what && ms !== null).sort((a, b) => a - b);
    const seconds = (ms) => (ms === undefined ? 'never' : `${(ms / 1000).toFixed(1)} s`);
    return `  ${times.length} kills of ${what}: next acknowledged after ${seconds(times[Math.floor(times.length / 2)])} in the middle, ${seconds(times.at(-1))} at worst`;
  });
}
