import { OptimisticLockError } from 'sequelize';
import { z } from 'zod';
import {
  type GridColumn,
  columnOfField,
  columnOfInterval,
  gridColumnNames,
  gridInput,
  standingInput,
} from '@/core/register/grid';
import { assignmentForm, pointForm } from '@/core/register/forms';
import { parseReadings } from '@/core/register/readings-text';
import { taskForm } from '@/core/register/task-form';
import { plantToday } from '@/core/time/plant-day';
import { judge } from '@/core/assign/judge';
import { requirementOf } from '@/core/assign/requirement';
import { computesGrease } from '@/core/register/point-kinds';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { ambientOf } from '../assign/choose';
import { greaseProposal } from '../plan/grease-proposal';
import { projectMachines } from '../standing/projection';
import { insertComputedTask, insertTask } from '../plan/tasks';
import { alone } from '../locks';
import { parseForm } from '../parse';
import { thePlant } from '../plant';
import { insertAssignment } from '../assign/assignments';
import { insertPoint } from '../register/points';
import { saving } from '../change/save';
import { judgedOf } from '../store/judged';

type PointRow = InstanceType<Database['LubePoint']>;

/** A row of the grid: a new point, or one that stands already, with the version it was opened with. */
const gridLine = z.strictObject({
  known: z.strictObject({ id: z.string(), version: z.number() }).nullable(),
  cells: z.partialRecord(z.enum(gridColumnNames as [GridColumn, ...GridColumn[]]), z.string().max(4000)),
});
const gridForm = z.strictObject({
  source: z
    .string()
    .trim()
    .min(1, { error: 'Where it comes from: say which document, so that the next one can look it up.' })
    .max(200),
  rows: z.array(gridLine).min(1, { error: 'Nothing is in the grid yet.' }).max(500),
});
type GridLine = z.output<typeof gridLine>;

/** What is wrong with one cell of one row. */
export type CellProblem = { row: number; column: GridColumn; reason: string };
export type GridCheck = { problems: CellProblem[]; rows: number };

type Ready = {
  known: { id: string; version: number } | null;
  point: z.output<typeof pointForm>;
  lubricantId: string | null;
  task: z.output<typeof taskForm> | null;
};

/** A point as its row of the grid takes it, columns with a default filled in. */
export const standingOf = ({
  kind,
  name,
  location,
  reservoirId = null,
  consequence = 2,
  machineState = 'any',
  cautions,
  doNots,
  accessNote,
  enoughSign = '',
  forbidsAirGun = false,
  materials = [],
  details,
}: PointRow) => ({
  kind,
  name,
  location,
  reservoirId,
  consequence,
  machineState,
  cautions,
  doNots,
  accessNote,
  enoughSign,
  forbidsAirGun,
  materials,
  details,
});

async function readRows(
  { db }: Desk,
  machineId: string,
  rows: readonly GridLine[],
): Promise<{ ready: Ready[]; problems: CellProblem[] }> {
  const [lubricants, ambient, standing] = await Promise.all([
    db.Lubricant.findAll({ where: { retiredOn: null } }),
    ambientOf(db, machineId),
    db.LubePoint.findAll({ where: { machineId, retiredOn: null } }),
  ]);
  const read = rows.map(({ known, cells }) =>
    known ? readKnown(known, cells, standing) : readNew(cells, lubricants, ambient),
  );
  return {
    ready: read.flatMap(({ ready }) => ready ?? []),
    problems: read.flatMap(({ problems }, row) => problems.map((problem) => ({ row, ...problem }))),
  };
}

type RowRead = { ready?: Ready; problems: Omit<CellProblem, 'row'>[] };
type Cells = GridLine['cells'];

const saidOf = (fields: Record<string, string> | undefined): RowRead['problems'] =>
  Object.entries(fields ?? {}).map(([field, reason]) => ({ column: columnOfField(field), reason }));

/** A row of a point that the machine has. */
function readKnown(
  known: NonNullable<GridLine['known']>,
  cells: Cells,
  standing: readonly InstanceType<Database['LubePoint']>[],
): RowRead {
  const stands = standing.find(({ id }) => id === known.id);
  if (!stands) return { problems: [{ column: 'name', reason: 'This point is not on the machine any more.' }] };
  const parsed = parseForm(pointForm, standingInput(standingOf(stands), cells));
  return parsed.ok
    ? { ready: { known, point: parsed.value, lubricantId: null, task: null }, problems: [] }
    : { problems: saidOf(parsed.fields) };
}

/** A row of a new point, with its lubricant and its task where they were typed. */
function readNew(
  cells: Cells,
  lubricants: readonly InstanceType<Database['Lubricant']>[],
  ambient: Awaited<ReturnType<typeof ambientOf>>,
): RowRead {
  const { point, lubricantCode, task } = gridInput(cells);
  const parsed = parseForm(pointForm, point);
  const { parsedTask, wrong } = readTask(task, cells);
  const lubricant = lubricants.find(({ code }) => code === lubricantCode);
  const problems: RowRead['problems'] = parsed.ok ? [] : saidOf(parsed.fields);
  const say = (reason: string) => problems.push({ column: 'lubricant', reason });
  problems.push(...wrong);
  if (lubricantCode !== '' && !lubricant)
    say(
      `Lubricant: ${lubricantCode} is not in the store room. Its codes are ${lubricants.map(({ code }) => code).join(', ')}.`,
    );
  if (task && lubricantCode === '')
    say('Lubricant: is needed for a task; an interval belongs to a point and its lubricant.');
  const stop = parsed.ok && lubricant && stopOf(parsed.value, lubricant, ambient);
  if (stop)
    say(
      `Stopped by "${stop.rule}" (${stop.input}): ${stop.text} Leave it empty here and decide at the point, with a reason.`,
    );
  if (problems.length > 0 || !parsed.ok) return { problems };
  return {
    problems,
    ready: {
      known: null,
      point: parsed.value,
      lubricantId: lubricant?.id ?? null,
      task: parsedTask?.ok ? parsedTask.value : null,
    },
  };
}

/** The task of a row with what it asks to be read, and what is the matter with either. */
function readTask(task: ReturnType<typeof gridInput>['task'], cells: Cells) {
  const asked = parseReadings(cells.readings ?? '');
  const parsedTask =
    task && parseForm(taskForm, { procedureText: '', ...task, readings: asked.ok ? asked.readings : [] });
  const wrong: RowRead['problems'] = asked.ok ? [] : [{ column: 'readings', reason: asked.reason }];
  if (parsedTask && !parsedTask.ok) {
    const { when, ...others } = parsedTask.fields ?? {};
    wrong.push(...saidOf({ ...others, ...(when && { [columnOfInterval(cells)]: when }) }));
  }
  return { parsedTask, wrong };
}

/** What forbids a lubricant at a point, whatever may be in there already, if anything does. */
const stopOf = (
  { kind, details, materials }: z.output<typeof pointForm>,
  lubricant: InstanceType<Database['Lubricant']>,
  ambient: Awaited<ReturnType<typeof ambientOf>>,
) =>
  judge(judgedOf(lubricant), requirementOf(kind, details, ambient), { materials, contents: [] }).findings.find(
    ({ level }) => level === 'stop',
  );

/** Checks every row of the grid by the forms of point, assignment and task; changes nothing. */
export async function checkGrid(desk: Desk, machineId: string, values: unknown): Promise<Result<GridCheck>> {
  const form = parseForm(gridForm, values);
  if (!form.ok) return form;
  const { problems } = await readRows(desk, machineId, form.value.rows);
  return done({ problems, rows: form.value.rows.length });
}

/** Saves all rows of the grid, new points and changed ones, or none: while one cell is wrong nothing is written. */
export async function saveGrid(desk: Desk, machineId: string, values: unknown): Promise<Result<{ points: number }>> {
  const form = parseForm(gridForm, values);
  if (!form.ok) return form;
  const { db, now, actor } = desk;
  const plant = await thePlant(db);
  const sourceOn = plantToday(now, plant);
  return saving(() =>
    alone(db, { machineIds: [machineId] }, async (transaction) => {
      if (!(await db.Machine.findByPk(machineId, { transaction })))
        return refusal('not-found', 'This machine is not in the register any more.');
      const { ready, problems } = await readRows(desk, machineId, form.value.rows);
      if (problems.length > 0)
        return refusal('invalid', `${problems.length} cells need another look. Nothing has been saved.`);
      for (const { known, point, lubricantId, task } of ready) {
        if (known) {
          const stands = await db.LubePoint.findByPk(known.id, { transaction });
          if (stands?.version !== known.version)
            throw new OptimisticLockError({ modelName: 'LubePoint', values: {}, where: {} });
          await stands.update(point, { transaction });
          continue;
        }
        const row = await insertPoint(desk, machineId, point, transaction);
        if (lubricantId === null) continue;
        const assignment = await insertAssignment(
          desk,
          { pointId: row.id },
          assignmentForm.parse({ lubricantId, source: 'manual', sourceText: form.value.source, sourceOn }),
          actor.id,
          null,
          transaction,
        );
        if (task) await insertTask(desk, row.id, assignment.id, task, transaction);
        else if (computesGrease(point.kind)) {
          const proposal = await greaseProposal(db, row, await db.Lubricant.findByPk(lubricantId, { transaction }));
          if (proposal && !proposal.closed && proposal.amount.ok && proposal.interval.ok)
            await insertComputedTask(desk, row, assignment.id, proposal, transaction);
        }
      }
      await projectMachines(db, [machineId], transaction);
      return done({ points: ready.length });
    }),
  );
}
