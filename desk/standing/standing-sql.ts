import type { DueStanding } from '@/core/interval/due-words';
import { factColumnNames } from '@/db/models/projection';

/**
 * Where a task stands on a day, as conditions on `due_state` with the day as `:today`: what `standingOn` says of one task,
 * for asking the database of all. A test holds both against each other.
 */
export const standingSql: Record<DueStanding, string> = {
  overdue: '(due_state.dueOn IS NOT NULL AND COALESCE(due_state.toOn, due_state.dueOn) < :today)',
  due: "((COALESCE(due_state.fromOn, due_state.dueOn) <= :today AND COALESCE(due_state.toOn, due_state.dueOn) >= :today) OR due_state.state = 'next-round')",
  soon: '(COALESCE(due_state.fromOn, due_state.dueOn) > :today AND COALESCE(due_state.fromOn, due_state.dueOn) <= :today + INTERVAL 7 DAY)',
  later:
    "(due_state.state = 'known' AND (due_state.dueOn IS NULL OR COALESCE(due_state.fromOn, due_state.dueOn) > :today + INTERVAL 7 DAY))",
  unknown: "(due_state.state = 'unknown')",
};

/** What is not an operator's, who has a card instead of rounds. */
export const onRounds = "due_state.who IN ('technician', 'mechanic', 'authorised-service')";

/** The first route, by code, that a task is on: code and identifier in one text; null where it is on none. */
export const firstRoute =
  "(SELECT CONCAT(route.code, '/', route.id) FROM stop JOIN route ON route.id = stop.routeId WHERE stop.taskId = due_state.taskId AND route.retiredOn IS NULL ORDER BY route.code LIMIT 1)";

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
const columnsOf = (table: string, columns: readonly string[]) =>
  columns.map((column) => `${table}.${column}`).join(', ');

/**
 * What a query reads under the name of `due_state`: the table itself, or with `:day` what it would have held at the end of a
 * past day, on the plan of today.
 * @param condition on `due_state`, which narrows the past before it is put together
 */
export const standingTable = (past: boolean, condition = 'TRUE'): string =>
  past
    ? `(SELECT ${columnsOf('due_state', [...planColumns, ...factColumnNames])} FROM due_state WHERE (due_state.sinceOn IS NULL OR due_state.sinceOn <= :day) AND ${condition}
       UNION ALL SELECT ${columnsOf('due_state', planColumns)}, ${columnsOf('due_history', factColumnNames)} FROM due_history JOIN due_state ON due_state.taskId = due_history.taskId
         WHERE due_history.untilOn > :day AND (due_history.sinceOn IS NULL OR due_history.sinceOn <= :day) AND ${condition}) AS due_state`
    : 'due_state';
