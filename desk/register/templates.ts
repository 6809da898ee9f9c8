import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import { z } from 'zod';
import type {
  MachineTemplate,
  TemplateAssignment,
  TemplatePoint,
  TemplateTask,
} from '@/core/register/machine-template';
import { copyForm, modelForm } from '@/core/register/forms';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { alone } from '../locks';
import { parseForm } from '../parse';
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

/** What another machine of the same make would share with this one. */
export async function templateOf(db: Database, machineId: string): Promise<MachineTemplate | undefined> {
  const machine = await db.Machine.findByPk(machineId);
  if (!machine) return undefined;
  const inUse = { machineId, retiredOn: null };
  const [meters, reservoirs, points] = await Promise.all([
    db.Meter.findAll({ where: { machineId }, order: [['name', 'ASC']] }),
    db.Reservoir.findAll({ where: { machineId }, order: [['name', 'ASC']] }),
    db.LubePoint.findAll({
      where: inUse,
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
  const pointTemplate = (point: (typeof points)[number]): TemplatePoint => {
    const {
      kind,
      name,
      location,
      details,
      consequence = 2,
      machineState = 'any',
      accessNote,
      cautions,
      doNots,
      enoughSign = '',
      forbidsAirGun = false,
      materials = [],
    } = point;
    const own = pointAssignments.filter(({ pointId }) => pointId === point.id);
    const shared = reservoirAssignments.filter(({ reservoirId }) => reservoirId === point.reservoirId);
    const places = own.length > 0 ? own : shared;
    const mine = tasks.filter(({ pointId }) => pointId === point.id);
    const taskTemplate = (task: (typeof tasks)[number]): TemplateTask => ({
      action: task.action,
      title: task.title,
      amountKind: task.amountKind,
      amount: task.amount,
      amountComputed: task.amountComputed ?? null,
      intervalComputed: task.intervalComputed ?? null,
      machineState: task.machineState,
      procedureText: task.procedureText,
      minutes: task.minutes,
      rhythm: task.rhythm,
      toleranceShare: task.toleranceShare,
      who: task.who,
      triggers: task.triggers,
      severity: task.severity,
      cyclic: task.cyclic,
      includes: task.includesTaskIds.map((id) => mine.findIndex((other) => other.id === id)).filter((at) => at >= 0),
      meter: task.meterId ? meters.findIndex(({ id }) => id === task.meterId) : null,
      stages: stages
        .filter(({ taskId }) => taskId === task.id)
        .flatMap(({ assignmentId, name: stage, count, hours, cycles, days, standstillDays }) => {
          const assignment = places.findIndex(({ id }) => id === assignmentId);
          return assignment < 0
            ? []
            : [
                {
                  assignment,
                  name: stage,
                  ...(count !== null && { count }),
                  ...(hours !== null && { hours }),
                  ...(cycles !== null && { cycles }),
                  ...(days !== null && { days }),
                  ...(standstillDays !== null && { standstillDays }),
                },
              ];
        }),
    });
    const reservoir = reservoirs.findIndex(({ id }) => id === point.reservoirId);
    return {
      kind,
      name,
      location,
      details,
      consequence,
      machineState,
      accessNote,
      cautions,
      doNots,
      enoughSign,
      forbidsAirGun,
      materials,
      reservoir: reservoir < 0 ? null : reservoir,
      assignments: own.map(templateAssignment),
      tasks: mine.map(taskTemplate),
    };
  };
  return {
    description: machine.description,
    dutyHoursPerDay: machine.dutyHoursPerDay,
    dutyPlan: machine.dutyPlan ?? null,
    keepsRunning: machine.keepsRunning,
    fittingCount: machine.fittingCount,
    energySources: machine.energySources,
    outline: machine.outline
      ? {
          boxes: machine.outline.boxes,
          points: Object.fromEntries(
            points.flatMap(({ id }, place) =>
              machine.outline!.points[id] ? [[String(place), machine.outline!.points[id]!]] : [],
            ),
          ),
        }
      : null,
    meters: meters.map(({ name, unit, rolloverAt, resolution = 0.1, maxPerDay = 24 }) => ({
      name,
      unit,
      rolloverAt,
      resolution,
      maxPerDay,
    })),
    reservoirs: reservoirs.map((reservoir) => ({
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
      comesEmpty: reservoir.comesEmpty,
      assignments: reservoirAssignments
        .filter(({ reservoirId }) => reservoirId === reservoir.id)
        .map(templateAssignment),
    })),
    points: points.map(pointTemplate),
  };
}

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

/** A second machine like this one, with its points, reservoirs and tasks. Its last services are unknown, as they truly are. */
export async function duplicateMachine(
  desk: Desk,
  machineId: string,
  values: unknown,
): Promise<Result<{ code: string }>> {
  const form = parseForm(copyForm, values);
  if (!form.ok) return form;
  const template = await templateOf(desk.db, machineId);
  if (!template) return refusal('not-found', 'This machine is not in the register any more.');
  return saving(
    () =>
      alone(desk.db, { machineIds: [] }, async (transaction) =>
        done({ code: (await instantiate(desk, template, form.value, transaction)).code }),
      ),
    codeTaken,
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
