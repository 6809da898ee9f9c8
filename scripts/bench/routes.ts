// How good walks are, and how soon: run by `npm run bench`, alone with `--only routes`.
//   tsx scripts/bench/routes.ts RUNS SECONDS   (long runs to compare with, and how long each is)
import { orderSteps, usualIterations } from '@/core/route/order';
import type { RouteInput } from '@/core/route/input';
import { randomPlant, rewalk } from '@/core/route/testing';
import { walkingOf } from '@/core/route/walking';
import { levelInput } from '@/core/weeks/input';
import { planLevel } from '@/core/weeks/level';
import { chance } from '@/core/chance';
import { addDays } from '@/core/time/plant-day';

const [runs, seconds] = process.argv.slice(2).map(Number) as [number, number];
const short = 5;

/** One search for so many seconds. */
function searched(input: RouteInput, forSeconds: number) {
  const start = performance.now();
  const since = () => (performance.now() - start) / 1000;
  const walking = walkingOf(input);
  if ('ok' in walking) throw new Error(walking.reason);
  // More rounds than there is time for: the cooling goes by rounds, so they are set to about what the time holds.
  const iterations = Math.round(usualIterations(input.stops.length) * (forSeconds / short));
  const steps = orderSteps({ ...input, iterations }, walking, () => since() > forSeconds);
  let firstMs = 0;
  let step = steps.next();
  for (; !step.done; step = steps.next()) firstMs ||= 1000 * since();
  if (!step.value.ok) throw new Error(step.value.reason);
  const faults = rewalk(input, step.value.result);
  if (faults.length > 0) throw new Error(faults.join('; '));
  return { firstMs, seconds: since(), ...step.value.result };
}

console.log('Walks by chance, every answer walked anew by the checker:\n');
console.log('  stops   first ms   after 5 s: min   above bound   best long run   above it   left out');
for (const stops of [30, 60, 120, 250]) {
  const plant = randomPlant(stops, 100 + stops, { shiftHours: 0 });
  const found = searched(plant, short);
  const long = Array.from({ length: runs }, (_, seed) => searched({ ...plant, seed: seed + 1 }, seconds));
  const same = long.filter(({ unscheduled }) => unscheduled.length === found.unscheduled.length);
  const best = Math.min(...(same.length > 0 ? same : long).map(({ totalMinutes }) => totalMinutes));
  console.log(
    `  ${String(stops).padStart(5)}   ${found.firstMs.toFixed(0).padStart(8)}   ${found.totalMinutes.toFixed(1).padStart(14)}   ${found.gapPct.toFixed(2).padStart(9)} %   ${best.toFixed(1).padStart(13)}   ${(100 * (found.totalMinutes / best - 1)).toFixed(2).padStart(6)} %   ${found.unscheduled.length}${same.length > 0 ? '' : ` (long: ${long.map(({ unscheduled }) => unscheduled.length).join()})`}`,
  );
}
const thousand = searched(randomPlant(1000, 7), short);
console.log(
  `\n  1000 stops: first after ${thousand.firstMs.toFixed(0)} ms, ${thousand.gapPct.toFixed(2)} % above the bound after ${short} s.`,
);

console.log('\nWeeks, thirteen of them:\n');
for (const tasks of [150, 600, 2400]) {
  const random = chance(tasks);
  const any = (count: number) => Math.floor(random() * count);
  const monday = '2026-03-02';
  const input = levelInput.parse({
    days: Array.from({ length: 91 }, (_, index) => ({
      date: addDays(monday, index),
      minutes: index % 7 < 5 ? tasks * 4 : 0,
    })),
    tasks: Array.from({ length: tasks }, (_, index) => {
      const everyDays = [7, 14, 30, 90, 180, 365][any(6)]!;
      const due = random() < 0.5 ? 30 * any(3) : any(90);
      const give = Math.max(1, Math.floor(everyDays / 10));
      return {
        id: `t${index}`,
        minutes: 3 + any(25),
        dueFrom: addDays(monday, due - give),
        dueTo: addDays(monday, due + give),
        everyDays,
      };
    }),
  });
  const start = performance.now();
  const outcome = await planLevel.compute(input);
  if (!outcome.ok) throw new Error(outcome.reason);
  const { dueOrder, peakMinutes, peakFillingShare, lowerBoundFillingShare } = outcome.result;
  console.log(
    `  ${String(tasks).padStart(5)} tasks, ${outcome.result.assignment.length} services: ${((performance.now() - start) / 1000).toFixed(1)} s, peak ${dueOrder.peakMinutes} → ${peakMinutes} min, ${(100 * (peakFillingShare / lowerBoundFillingShare - 1)).toFixed(1)} % above the lowest possible`,
  );
}
