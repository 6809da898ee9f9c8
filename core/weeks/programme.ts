import type { Costs, Plan } from './spread';
import { type Link, type Weeks, isApart } from './services';

/** What of a solver for mixed integer programmes is used: HiGHS by its text format. Comes in as an argument. */
export type Solver = {
  solve(problem: string, options?: { time_limit?: number; mip_rel_gap?: number }): Solution | Promise<Solution>;
};
export type Solution = { Status: string; Columns: Record<string, { Primal?: number }> };

/** A programme with more choices than this is not solved in the time there is. */
const mostChoices = 3000;
/** A tenth of a thousandth of the peak counts as much as a minute of stops and walks. */
const peakWeight = 10_000;

/**
 * Gives services their days as a mixed integer programme proves it best: the lowest peak, then the fewest stops and walks. Where
 * there are too many, only those on the fullest days are decided anew, all others stay; and so does the route of each task.
 * @param seconds the solver's time
 * @returns whether the plan became better; it stays as it is where the solver fails
 */
export async function programmed(plan: Plan, costs: Costs, solver: Solver, seconds: number): Promise<boolean> {
  const { weeks } = plan;
  const free = chosen(plan);
  if (free.length === 0) return false;
  const problem = problemOf(plan, costs, new Set(free));
  const ask = async () => solver.solve(problem, { time_limit: seconds, mip_rel_gap: 1e-4 });
  // A solver that breaks off takes nothing away: the plan that was found without it stands.
  const solution = await ask().catch(() => undefined);
  if (!solution) return false;
  const days = free.map((service) => {
    const { from, to } = weeks.services[service]!;
    for (let day = from; day <= to; day += 1)
      if ((solution.Columns[`x${service}_${day}`]?.Primal ?? 0) > 0.5) return day;
    return undefined;
  });
  if (days.some((day) => day === undefined)) return false;
  const before = { cost: plan.cost(), dayOf: plan.dayOf.slice() };
  const put = (dayOf: (index: number) => number) => {
    for (const service of free) plan.take(service);
    for (const [index, service] of free.entries()) plan.put(service, dayOf(index));
  };
  put((index) => days[index]!);
  if (plan.cost() < before.cost - 1e-6) return true;
  put((index) => before.dayOf[free[index]!]!);
  return false;
}

/** Services that are decided anew: all, or those on the fullest days, as many as the solver takes. */
function chosen({ weeks, dayOf, load }: Plan): number[] {
  const filling = (service: number) => load[dayOf[service]!]! / weeks.capacity[dayOf[service]!]!;
  const free: number[] = [];
  let choices = 0;
  for (const service of [...weeks.services.keys()].sort((a, b) => filling(b) - filling(a) || a - b)) {
    const { from, to } = weeks.services[service]!;
    choices += to - from + 1;
    if (choices > mostChoices) break;
    free.push(service);
  }
  return free;
}

function problemOf(plan: Plan, { stopMinutes, walkMinutes }: Costs, free: ReadonlySet<number>): string {
  const { weeks, dayOf, routeOf } = plan;
  const rows: string[] = [];
  const binaries: string[] = [];
  const byDay: string[][] = Array.from(weeks.days, () => []);
  const fixed = plan.load.slice();
  const shared = new Map<string, string[]>();
  for (const service of free) {
    const { from, to, minutes, machine, task } = weeks.services[service]!;
    const route = routeOf[task]!;
    fixed[dayOf[service]!]! -= minutes;
    const own: string[] = [];
    for (let day = from; day <= to; day += 1) {
      const name = `x${service}_${day}`;
      own.push(name);
      byDay[day]!.push(`${minutes} ${name}`);
      if (machine >= 0) add(shared, `s${machine}_${day}`, name);
      if (route >= 0) add(shared, `w${route}_${day}`, name);
    }
    binaries.push(...own);
    rows.push(`${own.join(' + ')} = 1`);
  }
  for (const link of weeks.links) rows.push(...linkRows(weeks, link, dayOf, free));
  for (const [day, parts] of byDay.entries())
    if (parts.length > 0 || fixed[day]! > 0)
      rows.push(`${[...parts, `-${weeks.capacity[day]!} P`].join(' + ').replaceAll('+ -', '- ')} <= ${-fixed[day]!}`);
  const goals = [`${peakWeight} P`];
  for (const [mark, names] of shared) {
    goals.push(`${mark.startsWith('s') ? stopMinutes : walkMinutes} ${mark}`);
    for (const name of names) rows.push(`${name} - ${mark} <= 0`);
  }
  const text = rows.map((row, index) => ` c${index}: ${row}`).join('\n');
  const marks = [...shared.keys()].map((mark) => ` 0 <= ${mark} <= 1`).join('\n');
  return `Minimize\n obj: ${goals.join(' + ')}\nSubject To\n${text}\nBounds\n P >= 0\n${marks}\nBinary\n ${binaries.join(' ')}\nEnd`;
}

function add(map: Map<string, string[]>, key: string, name: string): void {
  const list = map.get(key);
  if (list) list.push(name);
  else map.set(key, [name]);
}

/** Days of two services that are not far enough apart, or too far, exclude each other. */
function linkRows(weeks: Weeks, link: Link, dayOf: Int32Array, free: ReadonlySet<number>): string[] {
  const [a, b] = [link.before, link.after];
  if (!free.has(a) && !free.has(b)) return [];
  // Where closed days leave no way to keep two apart, they are not asked to be: no plan could be found at all.
  if (!isApart(weeks, link, dayOf[a]!, dayOf[b]!)) return [];
  const daysOf = (service: number) => {
    const { from, to } = weeks.services[service]!;
    if (!free.has(service)) return [dayOf[service]!];
    return Array.from({ length: to - from + 1 }, (_, index) => from + index);
  };
  const name = (service: number, day: number) => (free.has(service) ? `x${service}_${day}` : undefined);
  return daysOf(a).flatMap((first) => {
    const barred = daysOf(b).filter((second) => !isApart(weeks, link, first, second));
    const names = [name(a, first), ...barred.map((second) => name(b, second))].filter((each) => each !== undefined);
    if (barred.length === 0 || names.length === 0) return [];
    const isFirstFixed = name(a, first) === undefined;
    return [`${names.join(' + ')} <= ${isFirstFixed || name(b, barred[0]!) === undefined ? 0 : 1}`];
  });
}
