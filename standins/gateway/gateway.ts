// `npm run standins`: a small simulated gateway that posts hour meters, temperatures, pressures, levels and drops to the public API.
//   BASE_URL   where the book is served (http://127.0.0.1:3000)
//   TOKEN      the token that was made for it; a demo is signed in to by a tap without one
//   --once     one tick, then end          --every 60   seconds between ticks
//   --step 8   hours between readings      --seed 1     the same seed makes the same faults
import { type ApiTask, canObserve, observationsOf } from './observe';
import { type ApiMeter, chance, faultOn, readingsOf } from './simulate';

const option = (name: string, fallback: number): number => {
  const place = process.argv.indexOf(`--${name}`);
  return place < 0 ? fallback : Number(process.argv[place + 1]);
};
const base = process.env.BASE_URL ?? 'http://127.0.0.1:3000';
const everyMs = Math.max(5, option('every', 60)) * 1000;
const stepMs = Math.max(0.1, option('step', 8)) * 3_600_000;
const next = chance(option('seed', 1));

/** As whom it comes: by the token of a machine, or in a demo as its planner. */
async function identity(): Promise<Record<string, string>> {
  if (process.env.TOKEN) return { authorization: `Bearer ${process.env.TOKEN}` };
  const answer = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ initials: 'MS' }),
  });
  if (!answer.ok)
    throw new Error('this is no demo: a token is made under Plant, Machines that sign in, and given as TOKEN=');
  return {
    cookie: answer.headers
      .getSetCookie()
      .map((cookie) => cookie.split(';')[0])
      .join('; '),
  };
}
let known: Record<string, string> | undefined;
const identified = async () => (known ??= await identity());

async function get<Answer>(path: string): Promise<Answer> {
  const response = await fetch(base + path, { headers: await identified() });
  if (!response.ok) throw new Error(`${base}${path} answered ${response.status}`);
  return (await response.json()) as Answer;
}
const post = async (path: string, body: unknown) =>
  fetch(base + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(await identified()) },
    body: JSON.stringify(body),
  });

async function readDials(): Promise<string> {
  const { meters } = await get<{ meters: ApiMeter[] }>('/api/meters');
  const sum = { stored: 0, known: 0, leftOut: 0 };
  for (const meter of meters) {
    const fault = faultOn(next);
    const readings = readingsOf(meter, Date.now(), stepMs, fault, next);
    if (fault !== 'none') console.log(`${meter.machine} ${meter.name}: ${fault}`);
    if (readings.length === 0) continue;
    const posted = await post(`/api/meters/${meter.id}/readings`, { source: 'cabinet gateway', readings });
    const answer = (await posted.json()) as { stored?: number; known?: number; leftOut?: unknown[]; detail?: string };
    if (!posted.ok) console.log(`${meter.machine}: ${posted.status} ${answer.detail ?? ''}`);
    sum.stored += answer.stored ?? 0;
    sum.known += answer.known ?? 0;
    sum.leftOut += answer.leftOut?.length ?? 0;
  }
  return `${sum.stored} readings stored, ${sum.known} known already, ${sum.leftOut} left out`;
}

async function observe(): Promise<string> {
  const { tasks } = await get<{ tasks: ApiTask[] }>('/api/plan.json');
  const sum = { written: 0, known: 0, past: 0 };
  for (const task of tasks.filter(canObserve)) {
    const fault = faultOn(next);
    if (fault !== 'none') console.log(`${task.machine} ${task.task}: ${fault}`);
    for (const observation of observationsOf(task, Date.now(), fault, next)) {
      const posted = await post('/api/observations', observation);
      const answer = (await posted.json()) as { past?: unknown[]; detail?: string };
      if (!posted.ok) console.log(`${task.machine}: ${posted.status} ${answer.detail ?? ''}`);
      else sum[posted.status === 201 ? 'written' : 'known'] += 1;
      sum.past += answer.past?.length ?? 0;
    }
  }
  return `${sum.written} observations written, ${sum.known} known already, ${sum.past} values past a limit`;
}

async function tick(): Promise<void> {
  const dials = await readDials();
  const observed = await observe();
  console.log(`${new Date().toISOString().slice(11, 19)}  ${dials}; ${observed}`);
}

for (;;) {
  await tick().catch((error: unknown) =>
    console.log(`no answer: ${error instanceof Error ? error.message : String(error)}; the next tick catches up`),
  );
  if (process.argv.includes('--once')) break;
  await new Promise((resolve) => setTimeout(resolve, everyMs));
}
