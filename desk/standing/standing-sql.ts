import type { DueStanding } from '@/core/interval/due-words';
import { factColumnNames } from '@/db/models/projection';

/**
 * Where a task stands on a day, as conditions on `due_state` with the day as `:today`: what `standingOn` says of one task,
 * for asking the database of all. A test holds both against each other.
 */
export const standingSql: Record<DueStanding, string> = {
  overdue: '(due_state.lateOn < :today)',
  due: "((due_state.wantedOn <= :today AND due_state.lateOn >= :today) OR due_state.state = 'next-round')",
  soon: '(due_state.wantedOn > :today AND due_state.wantedOn <= :today + INTERVAL 7 DAY)',
  later: "(due_state.state = 'known' AND (due_state.dueOn IS NULL OR due_state.wantedOn > :today + INTERVAL 7 DAY))",
  unknown: "(due_state.state = 'unknown')",
};

/** Overdue or due, in the words that an index answers. */
export const wantedSql = "(due_state.wantedOn <= :today OR due_state.state = 'next-round')";

/** What is not an operator's, who has a card instead of rounds. */
export const onRounds = "due_state.who IN ('technician', 'mechanic', 'authorised-service')";

/** The routes that tasks are on, for `firstRoute`, where the query groups by task. */
export const routeJoins =
  'LEFT JOIN stop ON stop.taskId = due_state.taskId LEFT JOIN route ON route.id = stop.routeId AND route.retiredOn IS NULL';
/** The code of the first of them, which names a route as well as its identifier does; null where a task is on none. */
export const firstRoute = 'MIN(route.code)';

/** What the plan says of a task, which has no past. */
const planColumns = [
  'taskId',
  'machineId',
  'areaId',
  'pointId',
  'lubricantId',
  'stages',
  'stagesOf',
  'machineState',
  'who',
  'hourMeterId',
  'governingMeterId',
  'bandChange',
  'cameEmpty',
];
/** The days from and until which a task is wanted, with or without a window; of the present kept as columns. */
const days = (table: string) =>
  `COALESCE(${table}.fromOn, ${table}.dueOn) AS wantedOn, COALESCE(${table}.toOn, ${table}.dueOn) AS lateOn`;
const columnsOf = (table: string, columns: readonly string[]) =>
  columns.map((column) => `${table}.${column}`).join(', ');

/**
 * What a query reads under the name of `due_state`: the table itself, or with `:day` what it would have held at the end of a
 * past day, on the plan of today.
 * @param condition on `due_state`, which narrows the past before it is put together
 */
export const standingTable = (past: boolean, condition = 'TRUE'): string =>
  past
    ? `(SELECT ${columnsOf('due_state', [...planColumns, ...factColumnNames])}, ${days('due_state')} FROM due_state WHERE (due_state.sinceOn IS NULL OR due_state.sinceOn <= :day) AND ${condition}
       UNION ALL SELECT ${columnsOf('due_state', planColumns)}, ${columnsOf('due_history', factColumnNames)}, ${days('due_history')} FROM due_history JOIN due_state ON due_state.taskId = due_history.taskId
         WHERE due_history.untilOn > :day AND (due_history.sinceOn IS NULL OR due_history.sinceOn <= :day) AND ${condition}) AS due_state`
    : 'due_state';
