import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import { z } from 'zod';
import type {
  MachineTemplate,
  TemplateAssignment,
  TemplatePoint,
  TemplateTask,
} from '@/core/register/machine-template';
import { copiesForm, copyForm, modelForm } from '@/core/register/forms';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { alone } from '../locks';
import { parseForm } from '../parse';
import { stageOf } from '../standing/plan-rows';
import { projectMachines } from '../standing/projection';
import { saving } from '../change/save';

type Row<Model extends 'Assignment' | 'Machine'> = InstanceType<Database[Model]>;

const templateAssignment = ({
  lubricantId,
  ambientBand,
  source,
  sourceText,
  sourceOn,
  climate,
  mounting,
}: Row<'Assignment'>): TemplateAssignment => ({
  lubricantId,
  ambientBand,
  source,
  sourceText,
  sourceOn,
  climate,
  mounting,
});

/** Everything of one machine that a template takes up. */
async function readWhole(db: Database, machineId: string) {
  const [meters, reservoirs, points] = await Promise.all([
    db.Meter.findAll({ where: { machineId }, order: [['name', 'ASC']] }),
    db.Reservoir.findAll({ where: { machineId }, order: [['name', 'ASC']] }),
    db.LubePoint.findAll({
      where: { machineId, retiredOn: null },
      order: [
        ['walkPosition', 'ASC'],
        ['number', 'ASC'],
      ],
    }),
  ]);
  const tasks = await db.Task.findAll({
    where: { pointId: points.map(({ id }) => id), retiredOn: null },
    order: [['id', 'ASC']],
  });
  const order: [string, string][] = [['id', 'ASC']];
  const [pointAssignments, reservoirAssignments, stages] = await Promise.all([
    db.Assignment.findAll({ where: { pointId: points.map(({ id }) => id) }, order }),
    db.Assignment.findAll({ where: { reservoirId: reservoirs.map(({ id }) => id) }, order }),
    db.IntervalStage.findAll({ where: { taskId: tasks.map(({ id }) => id) }, order: [['position', 'ASC']] }),
  ]);
  return { meters, reservoirs, points, tasks, pointAssignments, reservoirAssignments, stages };
}
type Whole = Awaited<ReturnType<typeof readWhole>>;

/** What another machine of the same make would share with this one. */
export async function templateOf(db: Database, machineId: string): Promise<MachineTemplate | undefined> {
  const machine = await db.Machine.findByPk(machineId);
  if (!machine) return undefined;
  const whole = await readWhole(db, machineId);
  const { description, dutyHoursPerDay, dutyPlan = null, keepsRunning, fittingCount, energySources } = machine;
  return {
    description,
    dutyHoursPerDay,
    dutyPlan,
    keepsRunning,
    fittingCount,
    energySources,
    outline: outlineTemplate(machine.outline, whole),
    meters: whole.meters.map(({ name, unit, rolloverAt, resolution = 0.1, maxPerDay = 24 }) => ({
      name,
      unit,
      rolloverAt,
      resolution,
      maxPerDay,
    })),
    reservoirs: whole.reservoirs.map((reservoir) => reservoirTemplate(reservoir, whole)),
    points: whole.points.map((point) => pointTemplate(point, whole)),
  };
}

/** Boxes as they are, numbers by the place of their points. */
const outlineTemplate = (
  outline: InstanceType<Database['Machine']>['outline'],
  { points }: Whole,
): MachineTemplate['outline'] =>
  outline
    ? {
        boxes: outline.boxes,
        points: Object.fromEntries(
          points.flatMap(({ id }, place) => (outline.points[id] ? [[String(place), outline.points[id]]] : [])),
        ),
      }
    : null;

const reservoirTemplate = (
  reservoir: Whole['reservoirs'][number],
  { reservoirAssignments }: Whole,
): MachineTemplate['reservoirs'][number] => ({
  name: reservoir.name,
  capacityL: reservoir.capacityL,
  residualL: reservoir.residualL,
  fillMark: reservoir.fillMark,
  fillMarkState: reservoir.fillMarkState ?? null,
  checkMark: reservoir.checkMark,
  checkMarkState: reservoir.checkMarkState ?? null,
  posture: reservoir.posture,
  settleMinutes: reservoir.settleMinutes ?? null,
  mounting: reservoir.mounting,
  fillTable: reservoir.fillTable,
  levelMarks: reservoir.levelMarks,
  holdsPressure: reservoir.holdsPressure ?? null,
  comesEmpty: reservoir.comesEmpty,
  assignments: reservoirAssignments.filter(({ reservoirId }) => reservoirId === reservoir.id).map(templateAssignment),
});

function pointTemplate(point: Whole['points'][number], whole: Whole): TemplatePoint {
  const own = whole.pointAssignments.filter(({ pointId }) => pointId === point.id);
  const shared = whole.reservoirAssignments.filter(({ reservoirId }) => reservoirId === point.reservoirId);
  const places = own.length > 0 ? own : shared;
  const mine = whole.tasks.filter(({ pointId }) => pointId === point.id);
  const reservoir = whole.reservoirs.findIndex(({ id }) => id === point.reservoirId);
  return {
    kind: point.kind,
    name: point.name,
    location: point.location,
    details: point.details,
    consequence: point.consequence,
    machineState: point.machineState,
    accessNote: point.accessNote,
    cautions: point.cautions,
    doNots: point.doNots,
    enoughSign: point.enoughSign,
    forbidsAirGun: point.forbidsAirGun,
    materials: point.materials,
    reservoir: reservoir < 0 ? null : reservoir,
    assignments: own.map(templateAssignment),
    tasks: mine.map((task) => taskTemplate(task, mine, places, whole)),
  };
}

/**
 * @param mine the tasks of its point, by whose place it names those that it does as well
 * @param places the assignments of its point, by whose place its stages name theirs
 */
const taskTemplate = (
  task: Whole['tasks'][number],
  mine: readonly { id: string }[],
  places: readonly { id: string }[],
  { meters, stages }: Whole,
): TemplateTask => ({
  action: task.action,
  title: task.title,
  amountKind: task.amountKind,
  amount: task.amount,
  amountComputed: task.amountComputed ?? null,
  intervalComputed: task.intervalComputed ?? null,
  machineState: task.machineState,
  procedureText: task.procedureText,
  procedureCode: task.procedureCode,
  minutes: task.minutes,
  rhythm: task.rhythm,
  toleranceShare: task.toleranceShare,
  who: task.who,
  triggers: task.triggers,
  severity: task.severity,
  readings: task.readings,
  looks: task.looks,
  cyclic: task.cyclic,
  includes: task.includesTaskIds.map((id) => mine.findIndex((other) => other.id === id)).filter((at) => at >= 0),
  meter: task.meterId ? meters.findIndex(({ id }) => id === task.meterId) : null,
  stages: stages
    .filter(({ taskId }) => taskId === task.id)
    .flatMap((stage) => {
      const assignment = places.findIndex(({ id }) => id === stage.assignmentId);
      return assignment < 0 ? [] : [{ assignment, ...stageOf(stage) }];
    }),
});

type Named = { code: string; name: string; areaId: string; modelId?: string | null };

/** Makes a machine from a template, in one transaction; every row gets an identifier of its own and nothing of a log. */
export async function instantiate(
  { db, now, actor }: Desk,
  template: MachineTemplate,
  { code, name, areaId, modelId = null }: Named,
  transaction: Transaction,
): Promise<Row<'Machine'>> {
  const newId = () => ulid(now.getTime());
  const { description, dutyHoursPerDay, dutyPlan = null, keepsRunning = false, fittingCount, energySources } = template;
  const machine = await db.Machine.create(
    {
      id: newId(),
      areaId,
      modelId,
      code,
      name,
      description,
      dutyHoursPerDay,
      dutyPlan,
      keepsRunning,
      fittingCount,
      energySources,
    },
    { transaction },
  );
  await db.MachineCode.create({ code, machineId: machine.id }, { transaction });
  const meters = template.meters.map((meter) => ({ id: newId(), machineId: machine.id, ...meter }));
  await db.Meter.bulkCreate(meters, { transaction });
  const assign = async (
    assignments: readonly TemplateAssignment[],
    owner: { pointId: string } | { reservoirId: string },
  ): Promise<string[]> => {
    const rows = assignments.map((assignment) => ({ id: newId(), personId: actor.id, ...owner, ...assignment }));
    await db.Assignment.bulkCreate(rows, { transaction });
    return rows.map(({ id }) => id);
  };
  const reservoirs: { id: string; assignmentIds: string[] }[] = [];
  for (const { assignments, ...row } of template.reservoirs) {
    const id = newId();
    await db.Reservoir.create({ id, machineId: machine.id, ...row }, { transaction });
    reservoirs.push({ id, assignmentIds: await assign(assignments, { reservoirId: id }) });
  }
  const pointIds: string[] = [];
  for (const [place, { assignments, tasks, reservoir, ...row }] of template.points.entries()) {
    const id = newId();
    pointIds.push(id);
    await db.LubePoint.create(
      {
        id,
        machineId: machine.id,
        number: place + 1,
        walkPosition: place + 1,
        reservoirId: reservoir === null ? null : reservoirs[reservoir]!.id,
        criticalPeriods: [],
        ...row,
      },
      { transaction },
    );
    const own = await assign(assignments, { pointId: id });
    const places = own.length > 0 || reservoir === null ? own : reservoirs[reservoir]!.assignmentIds;
    const taskIds = tasks.map(newId);
    for (const [at, { stages, meter = null, includes = [], ...task }] of tasks.entries()) {
      const taskId = taskIds[at]!;
      await db.Task.create(
        {
          id: taskId,
          pointId: id,
          meterId: (meter === null ? undefined : meters[meter]?.id) ?? null,
          includesTaskIds: includes.map((place) => taskIds[place]!),
          ...task,
        },
        { transaction },
      );
      await db.IntervalStage.bulkCreate(
        stages.map(
          (
            { assignment, name: stage, count = null, hours = null, cycles = null, days = null, standstillDays = null },
            position,
          ) => ({
            id: newId(),
            assignmentId: places[assignment]!,
            taskId,
            position,
            name: stage,
            count,
            hours,
            cycles,
            days,
            standstillDays,
          }),
        ),
        { transaction },
      );
    }
  }
  if (template.outline)
    await machine.update(
      {
        outline: {
          boxes: template.outline.boxes,
          points: Object.fromEntries(
            Object.entries(template.outline.points).map(([place, at]) => [pointIds[Number(place)]!, at]),
          ),
        },
      },
      { transaction },
    );
  await projectMachines(db, [machine.id], transaction);
  return machine;
}

const codeTaken = { code: 'This code is, or once was, another’s. Codes are never reused: choose another.' };

/**
 * Other machines like this one, with its points, reservoirs and tasks, all or none. Their last services are unknown, as they
 * truly are.
 */
export async function duplicateMachine(
  desk: Desk,
  machineId: string,
  values: unknown,
): Promise<Result<{ codes: string[] }>> {
  const form = parseForm(copiesForm, values);
  if (!form.ok) return form;
  const { codes, ...rest } = form.value;
  const template = await templateOf(desk.db, machineId);
  if (!template) return refusal('not-found', 'This machine is not in the register any more.');
  const known = await desk.db.MachineCode.findAll({ where: { code: codes } });
  if (known.length > 0) {
    const taken = `${known.map(({ code }) => code).join(', ')}: ${known.length === 1 ? codeTaken.code : 'these codes are, or once were, others’. Codes are never reused: choose others.'}`;
    return refusal('conflict', taken, { codes: taken });
  }
  return saving(
    () =>
      alone(desk.db, { machineIds: [] }, async (transaction) => {
        for (const code of codes) await instantiate(desk, template, { code, ...rest }, transaction);
        return done({ codes });
      }),
    { codes: codeTaken.code },
  );
}

/** Keeps a machine as a model from which equal machines are made. */
export async function makeModel(
  { db, now }: Desk,
  machineId: string,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(modelForm, values);
  if (!form.ok) return form;
  const template = await templateOf(db, machineId);
  if (!template) return refusal('not-found', 'This machine is not in the register any more.');
  return saving(
    () =>
      alone(db, { machineIds: [machineId] }, async (transaction) => {
        const model = await db.MachineModel.create(
          { id: ulid(now.getTime()), ...form.value, template },
          { transaction },
        );
        await db.Machine.update({ modelId: model.id }, { where: { id: machineId }, transaction });
        return done({ id: model.id });
      }),
    { name: 'There is a model of that name already.' },
  );
}

/** A new machine of a model. */
export async function createFromModel(desk: Desk, values: unknown): Promise<Result<{ code: string }>> {
  const form = parseForm(copyForm.extend({ modelId: z.string() }), values);
  if (!form.ok) return form;
  const model = await desk.db.MachineModel.findByPk(form.value.modelId);
  if (!model) return refusal('invalid', 'Choose a model.', { modelId: 'Model: choose one.' });
  return saving(
    () =>
      alone(desk.db, { machineIds: [] }, async (transaction) =>
        done({ code: (await instantiate(desk, model.template, form.value, transaction)).code }),
      ),
    codeTaken,
  );
}
