import { believedAnswers, countServices } from '../log/believed';
import type { Stage } from '@/core/interval/limits';
import { type Need, amountOfService, yearlyNeed } from '@/core/store/needs';
import type { AmountKind, TaskAction } from '@/core/words/task-words';
import type { Database } from '../desk';
import { type MachineRow, usualHoursPerDay } from '../standing/plan-rows';

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

/** What amounts of tasks are worked out with: grams a stroke by grease, grams a piece and litres a service by task. */
export type Amounts = {
  gramsPerStroke: Map<string, number>;
  gramsPerPiece: Map<string, number>;
  litresByLog: Map<string, number>;
};
export type AmountRow = {
  taskId: string;
  action: TaskAction;
  amountKind: AmountKind;
  amount: number | null;
  lubricantId: string | null;
  lubricant: string | null;
};

/** Some of the tasks: of one lubricant, or these; all where it is left out. Of a plant they are few, and are found first. */
type Some = { lubricantId: string } | { taskIds: readonly string[] } | undefined;
const someTasks = (some: Some): string =>
  some === undefined
    ? 'TRUE'
    : 'taskIds' in some
      ? 'due_state.taskId IN (:taskIds)'
      : 'due_state.lubricantId = :lubricantId';

/** Reads what amounts are worked out with, once for all tasks or some. */
export async function loadAmounts(db: Database, now: Date, some?: Some): Promise<Amounts> {
  const [guns, gramsPerPiece, litresByLog] = await Promise.all([
    db.Gun.findAll({ order: [['code', 'DESC']] }),
    readPieces(db, some),
    readLitres(db, now, some),
  ]);
  return {
    // Of two guns with one grease the first by code counts.
    gramsPerStroke: new Map(guns.map(({ lubricantId, gramsPerStroke }) => [lubricantId, gramsPerStroke])),
    gramsPerPiece,
    litresByLog,
  };
}

const amountOf = ({ taskId, amountKind, amount, lubricantId }: AmountRow, amounts: Amounts) => ({
  amountKind,
  amount,
  gramsPerStroke: amounts.gramsPerStroke.get(lubricantId ?? '') ?? null,
  gramsPerPiece: amounts.gramsPerPiece.get(taskId) ?? null,
  litresByLog: amounts.litresByLog.get(taskId) ?? null,
});

/** Grams or litres of one service of a task. */
export const amountEach = (row: AmountRow, amounts: Amounts) => amountOfService(amountOf(row, amounts));

/** Grams in the cartridge of each task that is counted in pieces, by what its device holds. */
async function readPieces(db: Database, some: Some): Promise<Map<string, number>> {
  const rows = await db.select<{ taskId: string; grams: number }>(
    `SELECT ${some ? 'STRAIGHT_JOIN' : ''} task.id AS taskId, JSON_VALUE(lube_point.details, '$.capacityCm3') * COALESCE(lubricant.densityGCm3, 0.9) AS grams
     FROM due_state JOIN task ON task.id = due_state.taskId JOIN lube_point ON lube_point.id = task.pointId LEFT JOIN lubricant ON lubricant.id = due_state.lubricantId
     WHERE ${someTasks(some)} AND task.amountKind = 'pieces' AND JSON_VALUE(lube_point.details, '$.capacityCm3') IS NOT NULL`,
    { ...some },
  );
  return new Map(rows.map(({ taskId, grams }) => [taskId, Number(grams)]));
}

/** Litres a service of each task took on average by the log of the last year. */
async function readLitres(db: Database, now: Date, some: Some): Promise<Map<string, number>> {
  const since = new Date(now.getTime() - 365 * 86_400_000);
  const rows = await db.select<{ taskId: string; litres: number; services: number }>(
    `SELECT answered.taskId, SUM(IFNULL(JSON_VALUE(entry.body, '$.amount'), 0)) AS litres, ${countServices} AS services FROM ${believedAnswers}
     WHERE entry.kind = 'top-up' AND entry.decides AND entry.happenedAtUtc >= :since AND entry.happenedAtUtc <= :now AND JSON_VALUE(entry.body, '$.amountKind') = 'litres'
       ${some ? `AND answered.taskId IN (SELECT taskId FROM due_state WHERE ${someTasks(some)})` : ''} GROUP BY answered.taskId`,
    { since, now, ...some },
  );
  return new Map(rows.map(({ taskId, litres, services }) => [taskId, Number(litres) / Number(services)]));
}

type NeedRow = AmountRow &
  Pick<MachineRow, 'dutyPlan' | 'dutyHoursPerDay'> & {
    stages: Stage[];
    perDayMid: number | null;
    readMs: number | null;
    lubricantName: string;
  };
/** What one task uses in a year, and the routes it is on. */
export type TaskNeed = Pick<NeedRow, 'taskId' | 'lubricant' | 'lubricantName'> & {
  lubricantId: string;
  need: Need;
  routes: string[];
};

/**
 * The codes of the routes that each task is on; of its own, as joining them to every task takes the database ages.
 */
async function readRoutesOf(db: Database, some: Some): Promise<Map<string, string[]>> {
  const routesOf = new Map<string, string[]>();
  const stops = db.stream<{ taskId: string; code: string }>(
    some === undefined
      ? 'SELECT stop.taskId, route.code FROM stop JOIN route ON route.id = stop.routeId WHERE route.retiredOn IS NULL ORDER BY route.code'
      : `SELECT STRAIGHT_JOIN stop.taskId, route.code FROM due_state JOIN stop ON stop.taskId = due_state.taskId JOIN route ON route.id = stop.routeId
         WHERE ${someTasks(some)} AND route.retiredOn IS NULL ORDER BY route.code`,
    { ...some },
  );
  for await (const rows of stops)
    for (const { taskId, code } of rows) {
      const known = routesOf.get(taskId);
      if (known) known.push(code);
      else routesOf.set(taskId, [code]);
    }
  return routesOf;
}

/**
 * What every task that uses a lubricant needs in a year, some at a time, so that a plant need not be held.
 * @param lubricantId of one lubricant alone
 */
export async function* eachNeed(db: Database, now: Date, lubricantId?: string): AsyncGenerator<TaskNeed[]> {
  const of = lubricantId === undefined ? undefined : { lubricantId };
  const [amounts, routesOf] = await Promise.all([loadAmounts(db, now, of), readRoutesOf(db, of)]);
  const rows = db.stream<NeedRow>(
    `SELECT due_state.taskId, task.action, task.amountKind, due_state.amount, due_state.lubricantId, lubricant.code AS lubricant, lubricant.name AS lubricantName, due_state.stages, machine.dutyPlan, machine.dutyHoursPerDay, hours.perDayMid, hours.readMs
     FROM due_state JOIN task ON task.id = due_state.taskId JOIN machine ON machine.id = due_state.machineId JOIN lubricant ON lubricant.id = due_state.lubricantId LEFT JOIN meter_state AS hours ON hours.meterId = due_state.hourMeterId
     WHERE task.action <> 'check' AND ${someTasks(of)}`,
    { ...of },
  );
  for await (const some of rows)
    yield some.map((row) => ({
      taskId: row.taskId,
      lubricant: row.lubricant,
      lubricantName: row.lubricantName,
      lubricantId: row.lubricantId!,
      routes: routesOf.get(row.taskId) ?? [],
      need: yearlyNeed(amountOf(row, amounts), row.stages, usualHoursPerDay(row)),
    }));
}

/** The needs of the plan by lubricant and route; a task on no route counts under `no route`. */
export async function readNeeds(db: Database, now: Date, lubricantId?: string): Promise<LubricantNeed[]> {
  const byId = new Map<string, Sum>();
  for await (const needs of eachNeed(db, now, lubricantId)) for (const need of needs) addNeed(sumOf(byId, need), need);
  return [...byId.values()]
    .map(({ routes, ...sum }) => ({ ...sum, byRoute: [...routes].map(([route, perYear]) => ({ route, perYear })) }))
    .sort((a, b) => a.code.localeCompare(b.code));
}

type Sum = LubricantNeed & { routes: Map<string, number> };

function sumOf(byId: Map<string, Sum>, { lubricantId, lubricant, lubricantName, need: { unit } }: TaskNeed): Sum {
  let sum = byId.get(lubricantId);
  if (!sum) {
    const nothing = { perYear: 0, byRoute: [], routes: new Map(), unknownTasks: 0 };
    sum = { lubricantId, code: lubricant!, name: lubricantName, unit: unit ?? 'L', ...nothing };
    byId.set(lubricantId, sum);
  }
  return sum;
}

function addNeed(sum: Sum, { need: { by, unit, perYear }, routes }: TaskNeed): void {
  if (by === 'unknown') sum.unknownTasks += 1;
  if (unit === null) return;
  sum.unit = unit;
  sum.perYear += perYear;
  // A task on two routes is done on either; its use is shared between them, so that the columns add up.
  for (const route of routes.length > 0 ? routes : ['no route'])
    sum.routes.set(route, (sum.routes.get(route) ?? 0) + perYear / Math.max(1, routes.length));
}
