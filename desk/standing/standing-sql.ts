import type { DueStanding } from '@/core/interval/due-words';
import { factColumnNames } from '@/db/models/projection';

/**
 * Where a task stands on a day, as conditions on `due_state` with the day as `:today`: what `standingOn` says of one task,
 * for asking the database of all. A test holds both against each other.
 */
export const standingSql: Record<DueStanding, string> = {
  overdue: '(due_state.lateOn < :today)',
  // What is to be done on the next round is wanted from the beginning, and never late.
  due: '(due_state.wantedOn <= :today AND (due_state.lateOn >= :today OR due_state.lateOn IS NULL))',
  soon: '(due_state.wantedOn > :today AND due_state.wantedOn <= :today + INTERVAL 7 DAY)',
  later: "(due_state.state = 'known' AND (due_state.dueOn IS NULL OR due_state.wantedOn > :today + INTERVAL 7 DAY))",
  unknown: "(due_state.state = 'unknown')",
};

/** Overdue or due. */
export const wantedSql = '(due_state.wantedOn <= :today)';

/** The same on a round. */
export const wantedOnRounds = '(due_state.roundsOn <= :today)';

/** What is not an operator's, who has a card instead of rounds. */
export const onRounds = "due_state.who IN ('technician', 'mechanic', 'authorised-service')";

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
  'waitingChange',
  'cameEmpty',
  'mixedWith',
];
const columnsOf = (table: string, columns: readonly string[]) =>
  columns.map((column) => `${table}.${column}`).join(', ');

/** A table of the name `due_state` as it was at the end of the past day `:day`: what stands since then, and what stood before. */
const asOfDay = (columns: string, past: string, condition: string) =>
  `(SELECT ${columns} FROM due_state WHERE (due_state.sinceOn IS NULL OR due_state.sinceOn <= :day) AND ${condition}
   UNION ALL SELECT ${past} FROM due_history JOIN due_state ON due_state.taskId = due_history.taskId
     WHERE due_history.untilOn > :day AND (due_history.sinceOn IS NULL OR due_history.sinceOn <= :day) AND ${condition}) AS due_state`;

/**
 * What a query reads under the name of `due_state` of a few tasks, `:taskIds`: the table itself, or with `:day` what it would
 * have held at the end of a past day, on the plan of today.
 */
export const standingTable = (past: boolean): string =>
  past
    ? asOfDay(
        columnsOf('due_state', [...planColumns, ...factColumnNames]),
        `${columnsOf('due_state', planColumns)}, ${columnsOf('due_history', factColumnNames)}`,
        'due_state.taskId IN (:taskIds)',
      )
    : 'due_state';

const walkColumns = columnsOf('due_state', ['taskId', 'routeId']);
const counted = {
  days: [
    'due_state.roundsOn, due_state.lateOn',
    "IF(due_state.who = 'operator', NULL, IF(due_history.state = 'next-round', '1000-01-01', COALESCE(due_history.fromOn, due_history.dueOn))), COALESCE(due_history.toOn, due_history.dueOn)",
  ],
  state: ['due_state.state', 'due_history.state'],
} as const;
/**
 * The same of all tasks, for counting: no more than the task, its walk, who does it, and its state or the days that say
 * where it stands, so that an index yields them.
 */
export function countedTable(past: boolean, by: keyof typeof counted): string {
  const [present, history] = counted[by];
  return past ? asOfDay(`${walkColumns}, ${present}`, `${walkColumns}, ${history}`, 'TRUE') : 'due_state';
}
