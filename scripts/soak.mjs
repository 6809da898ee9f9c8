// `npm run soak`: eight writers, three devices and two planners work on one book while its database and its application are
// killed at random. Each device lives through random sequences of writing, no signal, lost answers and killed pages. At the
// end nothing acknowledged may be lost, doubled or altered, what was taken back never came, the chain of seals is whole, and
// the projection says what a rebuild says.
//   --kills 200 (20)   --sequences 2000 (500)   --seed 7 (from the clock)   --writers 8   --report FILE   --dist .next-test
import { createInterface } from 'node:readline';
import { flag } from './lib/arguments.mjs';
import { attackBook } from './lib/attack.mjs';
import { pause, start } from './lib/processes.mjs';
import { PlainError, step } from './lib/steps.mjs';

const kills = Number(flag('kills', '20'));

await attackBook('soak', async ({ root, seed, luck, base, databaseUrl, database, application }) => {
  const killed = { database: 0, application: 0 };
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
    while (killed.database + killed.application < kills && load.exitCode === null) {
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
  if (!result) throw new PlainError('The load ended without saying what it found.');
  const { checks, ...numbers } = JSON.parse(result);
  return { checks, summary: JSON.stringify({ ...numbers, killed }) };
});
