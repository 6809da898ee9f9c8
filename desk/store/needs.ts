import { believedAnswers, countServices } from '../log/believed';
import { type Need, amountOfService, yearlyNeed } from '@/core/store/needs';
import type { Database } from '../desk';
import { type TaskState, loadTaskStates } from '../standing/states';

export type TaskNeed = Need & { state: TaskState; each: number };
/** What one lubricant needs, in grams or litres; a month is a twelfth of the year. */
export type LubricantNeed = {
  lubricantId: string;
  code: string;
  name: string;
  unit: 'g' | 'L';
  perYear: number;
  byRoute: { route: string; perYear: number }[];
  unknownTasks: number;
};

/** Litres a service of each task took on average by the log of the last year. */
async function litresByLog(db: Database, now: Date): Promise<Map<string, number>> {
  const since = new Date(now.getTime() - 365 * 86_400_000);
  const rows = await db.select<{ taskId: string; litres: number; services: number }>(
    `SELECT answered.taskId, SUM(IFNULL(JSON_VALUE(entry.body, '$.amount'), 0)) AS litres, ${countServices} AS services FROM ${believedAnswers}
     WHERE entry.kind = 'top-up' AND entry.decides AND entry.happenedAtUtc >= :since AND entry.happenedAtUtc <= :now AND JSON_VALUE(entry.body, '$.amountKind') = 'litres' GROUP BY answered.taskId`,
    { since, now },
  );
  return new Map(rows.map(({ taskId, litres, services }) => [taskId, Number(litres) / Number(services)]));
}

/** What every task of the plan uses in a year. */
export async function loadNeeds(db: Database, now: Date): Promise<TaskNeed[]> {
  const [states, guns, litres] = await Promise.all([
    loadTaskStates(db, now),
    db.Gun.findAll({ order: [['code', 'ASC']] }),
    litresByLog(db, now),
  ]);
  return states.map((state) => {
    const amount = {
      amountKind: state.amount.kind,
      amount: state.amount.value,
      gramsPerStroke: guns.find(({ lubricantId }) => lubricantId === state.lubricant?.id)?.gramsPerStroke ?? null,
      litresByLog: litres.get(state.taskId) ?? null,
    };
    return {
      state,
      each: amountOfService(amount).each,
      ...yearlyNeed({ ...amount, stages: state.interval.stages, hoursPerDay: state.due.hourLine.hoursPerDay }),
    };
  });
}

/** The needs of the plan by lubricant and route; a task on no route counts under `no route`. */
export function needsByLubricant(needs: readonly TaskNeed[]): LubricantNeed[] {
  const byId = new Map<string, LubricantNeed>();
  for (const { state, perYear, unit, by } of needs) {
    if (!state.lubricant || state.action === 'check') continue;
    const { id, code, name } = state.lubricant;
    const sum = byId.get(id) ?? {
      lubricantId: id,
      code,
      name,
      unit: unit ?? 'L',
      perYear: 0,
      byRoute: [],
      unknownTasks: 0,
    };
    byId.set(id, sum);
    if (by === 'unknown') sum.unknownTasks += 1;
    if (unit === null) continue;
    sum.unit = unit;
    sum.perYear += perYear;
    const routes = state.routes.length > 0 ? state.routes.map(({ code: route }) => route) : ['no route'];
    // A task on two routes is done on either; its use is shared between them, so that the columns add up.
    for (const route of routes) {
      const known = sum.byRoute.find((each) => each.route === route);
      if (known) known.perYear += perYear / routes.length;
      else sum.byRoute.push({ route, perYear: perYear / routes.length });
    }
  }
  return [...byId.values()].sort((a, b) => a.code.localeCompare(b.code));
}
