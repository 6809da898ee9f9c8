// `npm run standins`: a small simulated gateway that posts the hour meters of the demo plant to the public API.
//   BASE_URL   where the book is served (http://127.0.0.1:3000)
//   --once     one tick, then end          --every 60   seconds between ticks
//   --step 8   hours between readings      --seed 1     the same seed makes the same faults
import { type ApiMeter, chance, faultOn, readingsOf } from './simulate';

const option = (name: string, fallback: number): number => {
  const place = process.argv.indexOf(`--${name}`);
  return place < 0 ? fallback : Number(process.argv[place + 1]);
};
const base = process.env.BASE_URL ?? 'http://127.0.0.1:3000';
const everyMs = Math.max(5, option('every', 60)) * 1000;
const stepMs = Math.max(0.1, option('step', 8)) * 3_600_000;
const next = chance(option('seed', 1));

async function tick(): Promise<void> {
  const response = await fetch(`${base}/api/meters`);
  if (!response.ok) throw new Error(`${base}/api/meters answered ${response.status}`);
  const { meters } = (await response.json()) as { meters: ApiMeter[] };
  const sum = { stored: 0, known: 0, leftOut: 0 };
  for (const meter of meters) {
    const fault = faultOn(next);
    const readings = readingsOf(meter, Date.now(), stepMs, fault, next);
    if (fault !== 'none') console.log(`${meter.machine} ${meter.name}: ${fault}`);
    if (readings.length === 0) continue;
    const posted = await fetch(`${base}/api/meters/${meter.id}/readings`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ source: 'cabinet gateway', readings }),
    });
    const answer = (await posted.json()) as { stored?: number; known?: number; leftOut?: unknown[]; detail?: string };
    if (!posted.ok) console.log(`${meter.machine}: ${posted.status} ${answer.detail ?? ''}`);
    sum.stored += answer.stored ?? 0;
    sum.known += answer.known ?? 0;
    sum.leftOut += answer.leftOut?.length ?? 0;
  }
  console.log(
    `${new Date().toISOString().slice(11, 19)}  ${sum.stored} readings stored, ${sum.known} known already, ${sum.leftOut} left out`,
  );
}

for (;;) {
  await tick().catch((error: unknown) =>
    console.log(`no answer: ${error instanceof Error ? error.message : String(error)}; the next tick catches up`),
  );
  if (process.argv.includes('--once')) break;
  await new Promise((resolve) => setTimeout(resolve, everyMs));
}
