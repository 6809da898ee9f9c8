import { onRounds, standingSql } from '../standing/standing-sql';
import { type DueFilter, type DueGroup, mondayOf } from '@/core/interval/due-filter';
import { staleDays } from '@/core/meter/forecast';
import { machineStates } from '@/core/words/machine-states';
import { type PlantDay, addDays, plantToday } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { type TaskState, loadTaskStates } from '../standing/states';
import { thePlant } from '../plant';
import { allAreas, routesInUse } from './lists';

export type DueGroupCount = { key: string; label: string; count: number };
export type DuePage = {
  today: PlantDay;
  /** How many there are to scroll through; `more` where a filter is needed to come to the others. */
  total: number;
  more: boolean;
  groups: DueGroupCount[];
  offset: number;
  states: (TaskState & { groupKey: string })[];
};

/** Nobody scrolls further than this, and so no more are counted. */
const mostListed = 10_000;

/** What each grouping sorts by, and what it is called. */
const groupColumns: Record<DueGroup, { key: string; label: string; join: string }> = {
  area: {
    key: 'area.code',
    label: "CONCAT(area.code, ' ', area.name)",
    join: 'JOIN area ON area.id = due_state.areaId',
  },
  route: {
    key: "COALESCE(route.code, '~')",
    label: "COALESCE(CONCAT(route.code, ' ', route.name), 'on no route')",
    join: 'LEFT JOIN route ON route.id = due_state.routeId',
  },
  lubricant: {
    key: "COALESCE(lubricant.code, '~')",
    label: "COALESCE(CONCAT(lubricant.code, ' ', lubricant.name), 'no lubricant')",
    join: 'LEFT JOIN lubricant ON lubricant.id = due_state.lubricantId',
  },
  machineState: { key: 'due_state.machineState', label: 'due_state.machineState', join: '' },
  stage: { key: 'due_state.stage', label: 'due_state.stage', join: '' },
  week: {
    key: "COALESCE(DATE_FORMAT(due_state.dueOn, '%x-W%v'), '~')",
    label: "COALESCE(DATE_FORMAT(due_state.dueOn, '%x-W%v'), 'no date')",
    join: '',
  },
};

/**
 * One screenful of the plant's due work, earliest first, what has no date last. Reads in full only the rows it returns.
 * What the operator does stands on the machine's card and is listed only when asked for.
 */
export async function readDueList(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  filter: DueFilter,
  { offset, limit }: { offset: number; limit: number },
): Promise<DuePage> {
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  const { where, values } = conditionOf(filter, now, today);
  const replacements = { ...values, offset, limit };
  const group = filter.group && groupColumns[filter.group];
  const wanted = group
    ? await db.select<{ taskId: string; groupKey: string }>(
        `SELECT due_state.taskId, ${group.key} AS groupKey FROM due_state ${group.join} WHERE ${where} ORDER BY groupKey, due_state.dueOn IS NULL, due_state.dueOn, due_state.taskId LIMIT :limit OFFSET :offset`,
        replacements,
      )
    : (await inOrder(db, where, replacements)).map((row) => ({ ...row, groupKey: '' }));
  const [states, groups] = await Promise.all([
    loadTaskStates(db, now, { taskIds: wanted.map(({ taskId }) => taskId) }),
    countGroups(db, filter, where, values),
  ]);
  const byTask = new Map(states.map((state) => [state.taskId, state]));
  const found = groups.reduce((sum, { count }) => sum + count, 0);
  const total = group ? found : Math.min(found, mostListed);
  return {
    today,
    groups: group ? groups : groups.map((all) => ({ ...all, count: total })),
    offset,
    total,
    more: found > total,
    states: wanted.flatMap(({ taskId, groupKey }) => {
      const state = byTask.get(taskId);
      return state ? [{ ...state, groupKey }] : [];
    }),
  };
}

/** Dated tasks straight off the index; the undated only when the dated are used up. */
async function inOrder(
  db: Desk['db'],
  where: string,
  { offset, limit, ...values }: { offset: number; limit: number },
): Promise<{ taskId: string }[]> {
  const dated = await db.select<{ taskId: string }>(
    `SELECT due_state.taskId FROM due_state WHERE ${where} AND due_state.dueOn IS NOT NULL ORDER BY due_state.dueOn, due_state.taskId LIMIT :limit OFFSET :offset`,
    { ...values, offset, limit },
  );
  if (dated.length === limit) return dated;
  const [count] = await db.select<{ dated: number }>(
    `SELECT COUNT(*) AS dated FROM due_state WHERE ${where} AND due_state.dueOn IS NOT NULL`,
    values,
  );
  const undated = await db.select<{ taskId: string }>(
    `SELECT due_state.taskId FROM due_state WHERE ${where} AND due_state.dueOn IS NULL ORDER BY due_state.taskId LIMIT :limit OFFSET :offset`,
    { ...values, limit: limit - dated.length, offset: Math.max(0, offset - Number(count?.dated ?? 0)) },
  );
  return [...dated, ...undated];
}

async function countGroups(
  db: Desk['db'],
  { group }: DueFilter,
  where: string,
  values: Record<string, unknown>,
): Promise<DueGroupCount[]> {
  if (!group) {
    const [row] = await db.select<{ count: number }>(
      `SELECT COUNT(*) AS count FROM (SELECT 1 FROM due_state WHERE ${where} LIMIT ${mostListed + 1}) AS listed`,
      values,
    );
    return Number(row?.count ?? 0) === 0 ? [] : [{ key: '', label: '', count: Number(row!.count) }];
  }
  const { key, label, join } = groupColumns[group];
  const rows = await db.select<DueGroupCount>(
    `SELECT ${key} AS \`key\`, MIN(${label}) AS label, COUNT(*) AS count FROM due_state ${join} WHERE ${where} GROUP BY 1 ORDER BY 1`,
    values,
  );
  return rows.map((row) => ({
    key: row.key,
    count: Number(row.count),
    label:
      group === 'machineState'
        ? machineStates[row.label as keyof typeof machineStates]
        : row.label === ''
          ? 'no interval'
          : row.label,
  }));
}

function conditionOf(
  filter: DueFilter,
  now: Date,
  today: PlantDay,
): { where: string; values: Record<string, unknown> } {
  const conditions: string[] = [];
  const values: Record<string, unknown> = { today };
  const add = (condition: string, more: Record<string, unknown> = {}) => {
    conditions.push(condition);
    Object.assign(values, more);
  };
  if (filter.who) add('due_state.who = :who', { who: filter.who });
  else add(onRounds);
  if (filter.area) add('due_state.areaId = (SELECT id FROM area WHERE code = :area)', { area: filter.area });
  if (filter.machine)
    add('due_state.machineId = (SELECT machineId FROM machine_code WHERE code = :machine)', {
      machine: filter.machine,
    });
  if (filter.lubricant)
    add('due_state.lubricantId = (SELECT id FROM lubricant WHERE code = :lubricant)', { lubricant: filter.lubricant });
  if (filter.route)
    add(
      'due_state.taskId IN (SELECT stop.taskId FROM stop JOIN route ON route.id = stop.routeId WHERE route.code = :route)',
      { route: filter.route },
    );
  if (filter.state) add('due_state.machineState = :state', { state: filter.state });
  if (filter.stage) add('due_state.stage = :stage', { stage: filter.stage });
  if (filter.week)
    add('due_state.dueOn BETWEEN :monday AND :sunday', {
      monday: mondayOf(filter.week),
      sunday: addDays(mondayOf(filter.week), 6),
    });
  switch (filter.standing) {
    case 'overdue':
    case 'due':
    case 'soon':
    case 'unknown':
      add(standingSql[filter.standing]);
      break;
    case 'run-in':
      add('due_state.runIn');
      break;
    case 'postponed':
      add('due_state.postponedFrom IS NOT NULL');
      break;
    case 'low':
      add(
        "due_state.state = 'known' AND (due_state.confidence IN ('low', 'none') OR (due_state.governingMeterId IN (SELECT meterId FROM meter_state WHERE readMs < :staleMs)))",
        { staleMs: now.getTime() - staleDays * 86_400_000 },
      );
      break;
    default:
  }
  return { where: conditions.join(' AND '), values };
}

/** More routes than one looks for in a list are asked for by code. */
const mostRoutes = 60;

/** What the filter offers to choose from, `routes` null where they are too many; the stages come off their index without reading a row. */
export async function readDueChoices({ db }: Pick<Desk, 'db'>) {
  const [areas, routes, lubricants, stages] = await Promise.all([
    allAreas(db),
    routesInUse(db, mostRoutes + 1),
    db.Lubricant.findAll({ where: { retiredOn: null }, attributes: ['code', 'name'], order: [['code', 'ASC']] }),
    db.select<{ stage: string }>("SELECT DISTINCT stage FROM due_state WHERE stage <> '' ORDER BY stage"),
  ]);
  const named = ({ code, name }: { code: string; name: string }) => [code, `${code} ${name}`] as const;
  return {
    areas: areas.map(named),
    routes: routes.length > mostRoutes ? null : routes.map(named),
    lubricants: lubricants.map(named),
    stages: stages.map(({ stage }) => [stage, stage] as const),
  };
}
