import { usualReadingsAt } from '@/core/register/usual-readings';
import type { Stage } from '@/core/interval/limits';
import { severityFactors } from '@/core/interval/severity';
import { parseStages } from '@/core/interval/stage-words';
import type { Database } from '@/desk/desk';
import { greaseProposal } from '@/desk/plan/grease-proposal';
import { aislesAndStores, areaOutline, machinePlace } from './floor-plan';
import type { Chance } from './chance';
import { closuresAround, historyDays } from './calendar';
import { machines } from './machines';
import { areas, people, plant, routes, sheetNote, shifts, templates } from './moorfeld';
import { outlineOf } from './outlines';
import type { MachinePlan, PointPlan, ReservoirPlan, TaskPlan } from './plans';
import { chartLetters, guns, lubricants, replacements, stock } from './store-room';
import { type PlantDay, addDays, startOfPlantDay } from '@/core/time/plant-day';

/** A task of the demo plant with what its simulated history needs. */
export type DemoTask = {
  id: string;
  plan: TaskPlan;
  point: PointPlan;
  pointId: string;
  machine: MachinePlan;
  machineId: string;
  lubricantId: string;
  gunId: string | null;
  gramsPerStroke: number;
  amount: number | null;
  stages: Stage[];
};
export type DemoRoute = (typeof routes)[number] & { id: string; tasks: DemoTask[] };
export type DemoRegister = {
  personIds: Map<string, string>;
  machineIds: Map<string, string>;
  meterIds: Map<string, string>;
  counterIds: Map<string, string>;
  lubricantIds: Map<string, string>;
  tasks: DemoTask[];
  routes: DemoRoute[];
};

/** What all parts of the register are written with. */
type Writing = { db: Database; start: PlantDay; newId: () => string; sourceOn: PlantDay; ids: Ids };
type Ids = Pick<DemoRegister, 'personIds' | 'lubricantIds'> & { gunIds: Map<string, string> };

/** Writes rows that get identifiers, and says which by their key. */
async function idsByKey<Row, Key>(
  newId: () => string,
  rows: readonly Row[],
  keyOf: (row: Row) => Key,
  save: (rows: (Row & { id: string })[]) => Promise<unknown>,
): Promise<Map<Key, string>> {
  const withIds = rows.map((row) => ({ ...row, id: newId() }));
  await save(withIds);
  return new Map(withIds.map((row) => [keyOf(row), row.id]));
}

/** Writes plant, store room, machines, points, tasks and routes; everything but the log. */
export async function writeRegister(db: Database, start: PlantDay, luck: Chance): Promise<DemoRegister> {
  const newId = () => luck.id(Date.parse(start));
  const sourceOn = addDays(start, -400);
  await db.Plant.create({
    id: newId(),
    name: plant.name,
    timeZone: plant.timeZone,
    dayStartsAtMinutes: plant.dayStartsAtMinutes,
    ambientBands: [
      { name: 'winter', fromC: -15, toC: 10 },
      { name: 'summer', fromC: 10, toC: 40 },
    ],
    ambientBandNow: 'winter',
    closures: closuresAround(start),
    ambientBandSince: new Date(startOfPlantDay(addDays(start, historyDays - 9), plant)),
    shifts,
    sheetNote,
  });
  const personIds = await idsByKey(
    newId,
    people,
    ({ initials }) => initials,
    (rows) => db.Person.bulkCreate(rows),
  );
  const storeRoom = await writeStoreRoom({ db, start, newId, sourceOn }, personIds);
  const writing: Writing = { db, start, newId, sourceOn, ids: { personIds, ...storeRoom } };
  const machineIds = await writeMachines(writing);
  const { meterIds, counterIds } = await writeMeters(writing, machineIds);
  await writeTemplates(writing);
  const tasks: DemoTask[] = [];
  for (const machine of machines) tasks.push(...(await writePoints(writing, machine, machineIds.get(machine.code)!)));
  await writeLetters(writing, machineIds);
  return {
    personIds,
    machineIds,
    meterIds,
    counterIds,
    lubricantIds: storeRoom.lubricantIds,
    tasks,
    routes: await writeRoutes(writing, tasks),
  };
}

async function writeStoreRoom(
  { db, start, newId, sourceOn }: Omit<Writing, 'ids'>,
  personIds: Map<string, string>,
): Promise<Omit<Ids, 'personIds'>> {
  const lubricantIds = await idsByKey(
    newId,
    lubricants,
    ({ code }) => code,
    (rows) =>
      db.Lubricant.bulkCreate(
        rows.map((row) => ({
          isoVg: null,
          kv40: null,
          kv100: null,
          nlgi: null,
          thickener: null,
          baseOil: null,
          lowerC: null,
          upperC: null,
          ...row,
        })),
      ),
  );
  const gunIds = await idsByKey(
    newId,
    [...guns].reverse(),
    ({ lubricant }) => lubricant,
    async (rows) => {
      await db.Gun.bulkCreate(
        rows.map(({ lubricant, calibration: _, ...gun }) => ({ ...gun, lubricantId: lubricantIds.get(lubricant)! })),
      );
      await db.GunCalibration.bulkCreate(
        rows.map(({ id, calibration }) => ({
          id: newId(),
          gunId: id,
          personId: personIds.get('MS')!,
          doneOn: start,
          ...calibration,
        })),
      );
    },
  );
  const daysAgo = (days: number) => addDays(start, historyDays - days);
  await db.StockItem.bulkCreate(
    stock.map(({ lubricant, received, opened, ...item }) => ({
      id: newId(),
      lubricantId: lubricantIds.get(lubricant)!,
      ...item,
      receivedOn: daysAgo(received),
      openedOn: opened === undefined ? null : daysAgo(opened),
    })),
  );
  await db.Replacement.bulkCreate(
    replacements.map(({ lubricant, note = '', ...row }) => ({
      id: newId(),
      lubricantId: lubricantIds.get(lubricant)!,
      note,
      sourceOn,
      personId: personIds.get('MS')!,
      ...row,
    })),
  );
  return { lubricantIds, gunIds };
}

async function writeLetters({ db, newId, sourceOn, ids }: Writing, machineIds: Map<string, string>): Promise<void> {
  await db.Replacement.bulkCreate(
    chartLetters.map(({ machine, letter, lubricant, sourceText }) => ({
      id: newId(),
      formerName: letter,
      machineId: machineIds.get(machine)!,
      lubricantId: ids.lubricantIds.get(lubricant)!,
      source: 'manual' as const,
      sourceText,
      sourceOn,
      note: '',
      personId: ids.personIds.get('MS')!,
    })),
  );
}

async function writeMachines({ db, newId }: Writing): Promise<Map<string, string>> {
  const areaIds = await idsByKey(
    newId,
    areas,
    ({ code }) => code,
    (rows) =>
      db.Area.bulkCreate(rows.map((row, index) => ({ ...row, position: index + 1, outline: areaOutline(row.code) }))),
  );
  return idsByKey(
    newId,
    machines,
    ({ code }) => code,
    async (rows) => {
      await db.Machine.bulkCreate(
        rows.map(
          ({ id, code, area, name, description = '', duty, weekdays, keepsRunning = false, energy = [], points }) => ({
            id,
            code,
            areaId: areaIds.get(area)!,
            name,
            description,
            dutyHoursPerDay: duty,
            dutyPlan: weekdays ? { hoursByWeekday: weekdays } : null,
            keepsRunning,
            fittingCount: points.length,
            energySources: energy.map(([source, proofOfZero]) => ({ source, proofOfZero })),
          }),
        ),
      );
      await db.MachineCode.bulkCreate(rows.map(({ id, code }) => ({ code, machineId: id })));
      await db.MachinePlace.bulkCreate(rows.map(({ id, code }) => ({ machineId: id, ...machinePlace(code) })));
      await db.FloorPlan.create({ id: 1, ...aislesAndStores });
    },
  );
}

async function writeMeters(
  { db, newId }: Writing,
  machineIds: Map<string, string>,
): Promise<Pick<DemoRegister, 'meterIds' | 'counterIds'>> {
  const metered = machines.filter(({ meterStart }) => meterStart !== undefined);
  const meterIds = await idsByKey(
    newId,
    metered,
    ({ code }) => code,
    (rows) =>
      db.Meter.bulkCreate(
        rows.map(({ id, code, rolloverAt = null }) => ({
          id,
          machineId: machineIds.get(code)!,
          name: 'Hour meter',
          unit: 'hours' as const,
          rolloverAt,
        })),
      ),
  );

  const counterIds = await idsByKey(
    newId,
    machines.filter(({ counter }) => counter),
    ({ code }) => code,
    (rows) =>
      db.Meter.bulkCreate(
        rows.map(({ id, code, counter }) => ({
          id,
          machineId: machineIds.get(code)!,
          name: counter!.name,
          unit: counter!.unit,
          rolloverAt: null,
          resolution: 1,
          maxPerDay: counter!.perDay * 3,
        })),
      ),
  );
  return { meterIds, counterIds };
}

async function writeTemplates({ db, newId }: Writing): Promise<void> {
  await db.TaskTemplate.bulkCreate(
    templates.map(({ name, pointKind, firstHours, tasks: planned }) => ({
      id: newId(),
      name,
      pointKind,
      firstHours,
      tasks: planned.map(({ action, title, when, minutes, state, events = [], looks = [] }) => ({
        action,
        title,
        amountKind: 'to-mark' as const,
        amount: null,
        machineState: state,
        minutes,
        who: 'technician' as const,
        procedureText: '',
        stages: stagesOf(when),
        triggers: events.map((event) => ({ kind: 'event' as const, event })),
        // What is read is what is usual at such a point.
        readings: pointKind !== 'any' && state === 'running-loaded' ? usualReadingsAt(pointKind) : [],
        looks,
      })),
    })),
  );
}

/** The points of a machine with their assignments and tasks. */
async function writePoints(writing: Writing, machine: MachinePlan, machineId: string): Promise<DemoTask[]> {
  const { db, newId } = writing;
  const tasks: DemoTask[] = [];
  const reservoirIds = new Map<string, string>();
  const drawn = outlineOf(machine.code);
  const places: Record<string, [number, number]> = {};
  for (const [index, point] of machine.points.entries()) {
    const known = point.reservoir && reservoirIds.get(point.reservoir.name);
    const reservoirId = point.reservoir
      ? (known ?? (await writeReservoir(db, newId(), machineId, point.reservoir)))
      : null;
    if (point.reservoir) reservoirIds.set(point.reservoir.name, reservoirId!);
    const pointRow = await db.LubePoint.create({
      id: newId(),
      machineId,
      reservoirId,
      number: index + 1,
      walkPosition: index + 1,
      ...pointColumns(point),
    });
    const at = drawn?.at[index];
    if (at) places[pointRow.id] = at;
    // A reservoir is assigned once, whatever the number of points it feeds.
    const owner = reservoirId ? { reservoirId } : { pointId: pointRow.id };
    const assignmentId = await writeAssignments(writing, point, { owner, known, pointId: pointRow.id, index });
    tasks.push(...(await writeTasks(writing, { point, pointRow, machine, assignmentId })));
  }
  if (drawn) await db.Machine.update({ outline: { boxes: drawn.boxes, points: places } }, { where: { id: machineId } });
  return tasks;
}

const pointColumns = (point: PointPlan) => ({
  kind: point.kind,
  name: point.name,
  location: point.where,
  details: point.details ?? {},
  consequence: point.consequence ?? 2,
  criticalPeriods: [],
  materials: point.materials ?? [],
  machineState: point.tasks[0]?.state ?? ('any' as const),
  accessNote: point.access ?? '',
  cautions: point.cautions ?? '',
  doNots: point.doNots ?? '',
  enoughSign: point.enough ?? '',
  forbidsAirGun: point.forbidsAirGun ?? false,
});

const sourceTexts: Partial<Record<NonNullable<PointPlan['source']>, string>> = {
  nameplate: 'Plate on the machine',
  calculated: 'κ and temperature checked on the bench',
};

type Owned = {
  owner: { reservoirId: string } | { pointId: string };
  /** The reservoir, where an earlier point has assigned it. */
  known: string | undefined;
  pointId: string;
  index: number;
};

/** What a point or its reservoir takes, with what somebody once said; @returns the assignment that its intervals belong to */
async function writeAssignments(
  { db, newId, sourceOn, ids }: Writing,
  point: PointPlan,
  { owner, known, pointId, index }: Owned,
): Promise<string> {
  const lubricantId = (code: string) => ids.lubricantIds.get(code)!;
  const source = {
    ...owner,
    source: point.source ?? ('manual' as const),
    sourceText: (point.source && sourceTexts[point.source]) ?? 'Operating manual, lubrication chart',
    sourceOn,
    personId: ids.personIds.get('MS')!,
  };
  const shared = known ? await db.Assignment.findOne({ where: { reservoirId: known } }) : null;
  const assignment =
    shared ??
    (await db.Assignment.create({
      id: newId(),
      lubricantId: lubricantId(point.lubricant),
      ...source,
      ambientBand: point.winter ? 'summer' : null,
    }));
  if (point.winter)
    await db.Assignment.create({
      id: newId(),
      lubricantId: lubricantId(point.winter),
      ...source,
      ambientBand: 'winter',
    });
  if (index % 9 === 4 && !point.reservoir)
    await db.Assignment.create({
      id: newId(),
      pointId,
      lubricantId: lubricantId(point.lubricant.startsWith('G') ? 'G-22' : 'O-68'),
      source: 'hearsay',
      sourceText: 'Told by the former shift lead',
      sourceOn,
      personId: ids.personIds.get('HB')!,
    });
  return assignment.id;
}

async function writeTasks(
  { db, newId, ids }: Writing,
  of: Omit<TaskInput, 'plan' | 'lubricantId' | 'gunId'>,
): Promise<DemoTask[]> {
  const lubricantId = ids.lubricantIds.get(of.point.lubricant)!;
  const gunId = ids.gunIds.get(of.point.lubricant) ?? null;
  const mine: DemoTask[] = [];
  for (const plan of of.point.tasks) mine.push(await writeTask(db, newId, { plan, lubricantId, gunId, ...of }));
  for (const { id, plan } of mine.filter((task) => task.plan.doesAsWell))
    await db.Task.update(
      { includesTaskIds: mine.filter((task) => plan.doesAsWell!.includes(task.plan.title)).map((task) => task.id) },
      { where: { id } },
    );
  return mine;
}

async function writeRoutes({ db, newId }: Writing, tasks: readonly DemoTask[]): Promise<DemoRoute[]> {
  const demoRoutes: DemoRoute[] = [];
  for (const route of routes) {
    const id = newId();
    const mine = tasks.filter(
      ({ machine, plan }) => route.areas.includes(machine.area) && route.actions.includes(plan.action),
    );
    await db.Route.create({ id, code: route.code, name: route.name, note: '' });
    await db.Stop.bulkCreate(
      mine.map((task, index) => ({ id: newId(), routeId: id, taskId: task.id, position: index + 1 })),
    );
    demoRoutes.push({ ...route, id, tasks: mine });
  }
  return demoRoutes;
}

function stagesOf(when: string): Stage[] {
  const read = parseStages(when);
  if (!read.ok) throw new Error(`The demo template says "${when}": ${read.reason}`);
  return read.stages;
}

async function writeReservoir(
  db: Database,
  id: string,
  machineId: string,
  {
    name,
    litres,
    mounting = '',
    table = [],
    marks = [],
    fillMark = '',
    checkMark = fillMark,
    checkState,
    settle,
    comesEmpty = false,
  }: ReservoirPlan,
): Promise<string> {
  const fillTable = table.map(([position, volumeL, vent, drain]) => ({ position, volumeL, vent, drain }));
  await db.Reservoir.create({
    id,
    machineId,
    name,
    capacityL: litres,
    residualL: null,
    fillMark,
    fillMarkState: 'isolated',
    checkMark,
    checkMarkState: checkState ?? 'isolated',
    settleMinutes: settle ?? null,
    mounting,
    fillTable,
    levelMarks: marks.map(([levelMm, volumeL]) => ({ levelMm, volumeL })),
    comesEmpty,
    confirmed: mounting ? { position: mounting, volumeL: litres, by: 'Mirela Stöger', on: '2025-03-04' } : null,
  });
  return id;
}

type TaskInput = {
  plan: TaskPlan;
  point: PointPlan;
  pointRow: { id: string; machineId: string; kind: string; details: Record<string, number | string> };
  machine: MachinePlan;
  assignmentId: string;
  lubricantId: string;
  gunId: string | null;
};

async function writeTask(
  db: Database,
  newId: () => string,
  { plan, point, pointRow, machine, assignmentId, lubricantId, gunId }: TaskInput,
): Promise<DemoTask> {
  const lubricant = await db.Lubricant.findByPk(lubricantId);
  const gun = gunId ? await db.Gun.findByPk(gunId) : null;
  const computed = plan.computed
    ? await computedOf(db, pointRow, lubricant, `${machine.code} ${point.name}`)
    : undefined;
  const id = newId();
  const amount = computed?.amount ?? plan.amount ?? null;
  await db.Task.create({
    id,
    pointId: pointRow.id,
    action: plan.action,
    title: plan.title,
    amountKind: plan.kind,
    amount,
    machineState: plan.state ?? 'any',
    minutes: plan.minutes ?? 5,
    procedureText: plan.procedure ?? '',
    procedureCode: plan.steps ?? '',
    who: plan.who ?? 'technician',
    rhythm: plan.rhythm ?? 'actual',
    cyclic: plan.life !== undefined,
    severity: (plan.severity ?? []).map((key) => severityFactors[key]),
    readings: (plan.readings ?? []).map(({ usual: _, fallsInDays: __, wears: ___, ...asked }) => asked),
    looks: plan.looks ?? [],
    triggers: [
      ...(plan.events ?? []).map((event) => ({ kind: 'event' as const, event })),
      ...(plan.yearly ? [{ kind: 'yearly' as const, ...plan.yearly }] : []),
    ],
    ...(computed && { amountComputed: computed.amountComputed, intervalComputed: computed.intervalComputed }),
  });
  const stages = stageRows(plan, computed);
  await db.IntervalStage.bulkCreate(
    stages.map((stage, position) => ({ id: newId(), assignmentId, taskId: id, position, ...stage })),
  );
  return {
    id,
    plan,
    point,
    pointId: pointRow.id,
    machine,
    machineId: pointRow.machineId,
    lubricantId,
    gunId,
    gramsPerStroke: gun?.gramsPerStroke ?? 1,
    amount,
    stages: stages.map(({ name, count, hours: h, cycles, days }) => ({
      name,
      ...(count && { count }),
      ...(h && { hours: h }),
      ...(cycles && { cycles }),
      ...(days && { days }),
    })),
  };
}

/** Amount and interval of a bearing by the methods of the book. */
async function computedOf(
  db: Database,
  pointRow: TaskInput['pointRow'],
  lubricant: InstanceType<Database['Lubricant']> | null,
  where: string,
) {
  const { amount, interval } = (await greaseProposal(db, pointRow, lubricant)) ?? {};
  if (!amount?.ok || !interval?.ok) throw new Error(`${where}: the demo bearing is outside the methods.`);
  return {
    amount: amount.value,
    amountComputed: amount.stored,
    intervalComputed: interval.stored,
    hours: interval.value,
    days: interval.days,
  };
}

function stageRows(plan: TaskPlan, computed: { hours: number; days: number } | null | undefined) {
  const none = { count: null, hours: null, cycles: null, days: null, standstillDays: null };
  const half = (life: number | undefined) => (life === undefined ? null : life / 2);
  return plan.life
    ? ['turn over', 'replace'].map((name) => ({
        ...none,
        name,
        count: 1,
        hours: half(plan.life!.hours),
        cycles: half(plan.life!.cycles),
      }))
    : [
        ...(plan.runIn ? [{ ...none, name: 'run-in', count: 1, hours: plan.runIn }] : []),
        {
          ...none,
          name: 'steady',
          hours: computed?.hours ?? plan.hours ?? null,
          cycles: plan.cycles ?? null,
          days: plan.days ?? computed?.days ?? (plan.yearly ? 730 : null),
          standstillDays: plan.standstillDays ?? null,
        },
      ];
}
