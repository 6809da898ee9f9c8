import { ulid } from 'ulid';
import type { Database, Desk } from './desk';
import { projectMachines } from './standing/projection';
import { beginRound, readWalk } from './walk/rounds';
import { type EntryInput } from '@/core/entry/envelope';

const smallIds = (make: () => string) => ({
  plant: make(),
  anna: make(),
  bert: make(),
  area: make(),
  machine: make(),
  other: make(),
  meter: make(),
  point: make(),
  grease: make(),
  oil: make(),
  gun: make(),
  assignment: make(),
  task: make(),
});
type SmallIds = ReturnType<typeof smallIds>;

/** A small plant for desk tests: one area, one machine with a meter, one bearing point with its task, two people. */
export async function smallPlant(db: Database, now = new Date('2026-06-15T10:00:00Z')) {
  const make = () => ulid(now.getTime());
  const ids = smallIds(make);
  await db.Plant.create({
    id: ids.plant,
    name: 'Test plant',
    timeZone: 'Europe/Vienna',
    ambientBands: [],
  });
  await db.Person.bulkCreate([
    { id: ids.anna, initials: 'AN', name: 'Anna', role: 'technician' },
    { id: ids.bert, initials: 'BE', name: 'Bert', role: 'planner', roles: ['planner'] },
  ]);
  await db.Area.create({ id: ids.area, code: 'A', name: 'Hall A', position: 1, outline: null });
  await db.Machine.bulkCreate([
    {
      id: ids.machine,
      areaId: ids.area,
      code: 'M-1',
      name: 'Fan',
      description: '',
      dutyHoursPerDay: 16,
      fittingCount: 2,
      energySources: [],
    },
    {
      id: ids.other,
      areaId: ids.area,
      code: 'M-2',
      name: 'Pump',
      description: '',
      dutyHoursPerDay: null,
      fittingCount: null,
      energySources: [],
    },
  ]);
  await db.MachineCode.bulkCreate([
    { code: 'M-1', machineId: ids.machine },
    { code: 'M-2', machineId: ids.other },
  ]);
  await db.Meter.create({ id: ids.meter, machineId: ids.machine, name: 'Hour meter', unit: 'hours', rolloverAt: null });
  await smallPlan(db, ids, make);
  await projectMachines(db, [ids.machine, ids.other]);
  const desk: Desk = { db, now, actor: { id: ids.anna, initials: 'AN', name: 'Anna' } };
  /** An envelope about the small plant's machine, with anything changed. */
  const entry = (change: Partial<EntryInput> & Pick<EntryInput, 'kind' | 'body'>): EntryInput => ({
    id: make(),
    kindVersion: 1,
    happenedAt: now.toISOString(),
    offsetMinutes: 120,
    personId: ids.anna,
    deviceId: 'test',
    machineId: ids.machine,
    ...change,
  });
  return { ids, desk, entry, newId: make };
}

/** Its lubricants, its point, and the task that is planned there. */
async function smallPlan(db: Database, ids: SmallIds, make: () => string): Promise<void> {
  const property = { isoVg: null, kv40: null, kv100: null, thickener: null, baseOil: null, lowerC: null };
  await db.Lubricant.bulkCreate([
    { id: ids.grease, code: 'G-1', name: 'Grease', kind: 'grease', nlgi: '2', upperC: 140, ...property },
    { id: ids.oil, code: 'O-1', name: 'Oil', kind: 'gear-ep', nlgi: null, upperC: null, ...property },
  ]);
  await db.Gun.create({ id: ids.gun, code: 'GUN', name: 'Gun', lubricantId: ids.grease, gramsPerStroke: 1.2 });
  await db.LubePoint.create({
    id: ids.point,
    machineId: ids.machine,
    number: 1,
    walkPosition: 1,
    kind: 'rolling-bearing',
    name: 'Drive end',
    location: 'left',
    criticalPeriods: [],
    accessNote: '',
    cautions: 'Shaft turns.',
    doNots: '',
    details: {
      bearingKind: 'ball',
      boreMm: 60,
      outsideDiameterMm: 130,
      widthMm: 31,
      speedRpm: 1500,
      temperatureC: 60,
      contamination: 'light-non-abrasive',
      moisture: 'dry',
      vibrationMmS: 1,
      position: 'horizontal',
      feed: 'side',
    },
  });
  await db.Assignment.create({
    id: ids.assignment,
    pointId: ids.point,
    lubricantId: ids.grease,
    source: 'manual',
    sourceText: 'Manual',
    sourceOn: '2025-01-01',
    personId: ids.anna,
  });
  await db.Task.create({
    id: ids.task,
    pointId: ids.point,
    action: 'grease',
    title: 'Regrease',
    amountKind: 'grams',
    amount: 20,
    machineState: 'any',
  });
  await db.IntervalStage.create({
    id: make(),
    assignmentId: ids.assignment,
    taskId: ids.task,
    position: 0,
    name: 'steady',
    count: null,
    hours: 1000,
    cycles: null,
    days: null,
    standstillDays: null,
  });
}

/** Begins a walk as a device does; undefined where the route is not in use or has nothing to walk. */
export async function beginWalk(desk: Desk, routeId: string, scope: 'due' | 'all'): Promise<string | undefined> {
  const plan = (await readWalk(desk, routeId))?.plan;
  const stops = plan?.document.stops
    .map(({ taskId }) => taskId)
    .filter((id) => scope === 'all' || plan.wanted.includes(id));
  if (!stops?.length) return undefined;
  const id = ulid(desk.now.getTime());
  const begun = await beginRound(desk.db, {
    id,
    routeId,
    personId: desk.actor.id,
    startedAt: desk.now.toISOString(),
    stops,
  });
  if (!begun.ok) throw new Error(begun.reason);
  return id;
}

/** What a planner types to plan a task; each test changes what it is about. */
export const taskForm = {
  action: 'check',
  title: 'Look',
  amountKind: 'to-mark',
  amount: '',
  machineState: 'any',
  minutes: '2',
  procedureText: '',
  meterId: '',
  when: '300 h',
};

/** The projection as it stands, row by row. */
export const storedStandings = async (db: Database) => ({
  due: await db.select<{ taskId: string }>('SELECT * FROM due_state ORDER BY taskId'),
  past: await db.select('SELECT * FROM due_history ORDER BY taskId, untilOn'),
  meters: await db.select('SELECT * FROM meter_state ORDER BY meterId'),
});

/** Everything that is yielded one by one, for looking at it whole. */
export async function gathered<Value>(values: AsyncIterable<Value>): Promise<Value[]> {
  const all: Value[] = [];
  for await (const value of values) all.push(value);
  return all;
}

/** How often somebody was told that something was in the book already. */
export const commitMarks = async (db: Database): Promise<number> =>
  Number((await db.select<{ marks: string }>('SELECT COALESCE(SUM(marks), 0) AS marks FROM commit_mark'))[0]!.marks);
