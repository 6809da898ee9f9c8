// The part of the bench that runs in process: core alone, one query, and the desk. Prints JSON for bench.mjs.
import { readConfig } from '../../config';
import { dueFacts } from '@/core/interval/due-facts';
import { dutyMeter } from '@/core/meter/state';
import type { BelievedEntry } from '@/core/entry/believed';
import { plantToday } from '@/core/time/plant-day';
import { connect } from '@/db/connection';
import { loadTaskStates } from '@/desk/standing/states';
import { parsers } from '@/core/parsers';
import { thePlant } from '@/desk/plant';

const runs = 25;
const dayMs = 86_400_000;
const now = new Date();

/** Median milliseconds over the runs, after two to warm up. */
async function median(work: () => unknown): Promise<number> {
  const times: number[] = [];
  for (let run = -2; run < runs; run += 1) {
    const start = performance.now();
    await work();
    if (run >= 0) times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

/** A service entry some days ago. */
const service = (index: number, daysAgo: number): BelievedEntry => ({
  id: `${index}-${daysAgo}`,
  seq: 1000 - daysAgo,
  kind: 'grease',
  body: { lubricantId: 'none', massG: 1 },
  happenedAt: new Date(now.getTime() - daysAgo * dayMs).toISOString(),
  machineId: null,
  pointId: null,
  receivedAt: new Date(),
  taskIds: [],
  kindVersion: 1,
  correctedBy: null,
});

/** Due dates of so many points, each with five services, a run-in and a steady stage. */
function allDue(points: number): number {
  let dated = 0;
  for (let index = 0; index < points; index += 1) {
    const { dueOn } = dueFacts({
      stages: [
        { name: 'run-in', count: 1, hours: 300 },
        { name: 'steady', hours: 500 + (index % 4000), days: 30 + (index % 700) },
      ],
      rhythm: 'actual',
      toleranceShare: 0.1,
      entries: histories[index % histories.length]!,
      meters: { hours: dutyMeter(4 + (index % 20)) },
      calendar: { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 360 },
    });
    if (dueOn) dated += 1;
  }
  return dated;
}
const histories = Array.from({ length: 97 }, (_, index) =>
  [400, 300, 200, 100, 1 + index].map((daysAgo) => service(index, daysAgo)),
);

/** A thousand readings of 80 signs and of 160, of the parser’s own alphabet and of the sign it likes least (ms, the slowest). */
async function timed([name, alphabet, parse]: (typeof parsers)[number]) {
  const slowest = async (length: number) => {
    const took = [alphabet, ...alphabet].map((unit) => {
      const text = `${unit.repeat(length).slice(0, length)}!`;
      const start = performance.now();
      for (let run = 0; run < 1000; run += 1) parse(text);
      return performance.now() - start;
    });
    return Math.max(...took);
  };
  await slowest(80);
  return { name, onceMs: await slowest(80), twiceMs: await slowest(160) };
}

const db = connect(readConfig().databaseUrl, 5);
try {
  const plant = await thePlant(db);
  const person = await db.Person.findOne({ where: { active: true } });
  const due: { points: number; ms: number }[] = [];
  for (const points of [2500, 5000, 10_000]) due.push({ points, ms: await median(() => allDue(points)) });
  console.log(
    JSON.stringify({
      personId: person!.id,
      today: plantToday(now, plant),
      plainQueryMs: await median(() => db.select('SELECT COUNT(*) AS points FROM lube_point')),
      demoStatesMs: await median(() => loadTaskStates(db, now)),
      due,
      parsers: await Promise.all(parsers.map(timed)),
    }),
  );
} finally {
  await db.close();
}
