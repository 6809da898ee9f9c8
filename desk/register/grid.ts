import type { Transaction } from 'sequelize';
import { z } from 'zod';
import { type GridColumn, type GridRow, columnOfField, gridColumnNames, gridInput } from '../../core/register/grid';
import { assignmentForm, pointForm, taskForm } from '../../core/register/forms';
import { plantDayOf } from '../../core/time/plant-day';
import { judge } from '../../core/assign/judge';
import { requirementOf } from '../../core/assign/requirement';
import { computesGrease } from '../../core/register/point-kinds';
import { type Desk, type Result, done, refusal } from '../desk';
import { ambientOf } from '../assign/choose';
import { greaseProposal } from '../plan/grease-proposal';
import { insertComputedTask, insertTask } from '../plan/tasks';
import { parseForm } from '../parse';
import { thePlant } from '../plant';
import { judgedOf } from '../read/store-room';
import { insertAssignment } from '../assign/assignments';
import { insertPoint } from './points';

const gridForm = z.strictObject({ source: z.string().trim().min(1, { error: 'Where it comes from: say which document, so that the next one can look it up.' }).max(200), rows: z.array(z.partialRecord(z.enum(gridColumnNames as [GridColumn, ...GridColumn[]]), z.string().max(4000))).min(1, { error: 'Nothing is in the grid yet.' }).max(500) });

/** What is wrong with one cell of one row. */
export type CellProblem = { row: number; column: GridColumn; reason: string };
export type GridCheck = { problems: CellProblem[]; rows: number };

type Ready = { point: z.output<typeof pointForm>; lubricantId: string | null; task: z.output<typeof taskForm> | null };

async function readRows({ db }: Desk, rows: readonly GridRow[]): Promise<{ ready: Ready[]; problems: CellProblem[] }> {
  const [lubricants, ambient] = await Promise.all([db.Lubricant.findAll({ where: { retiredOn: null } }), ambientOf(db)]);
  const problems: CellProblem[] = [];
  const ready: Ready[] = [];
  for (const [row, cells] of rows.entries()) {
    const { point, lubricantCode, task } = gridInput(cells);
    const before = problems.length;
    const say = (fields: Record<string, string> | undefined) => Object.entries(fields ?? {}).forEach(([field, reason]) => problems.push({ row, column: columnOfField(field), reason }));
    const parsed = parseForm(pointForm, point);
    if (!parsed.ok) say(parsed.fields);
    const lubricant = lubricants.find(({ code }) => code === lubricantCode);
    if (lubricantCode !== '' && !lubricant) problems.push({ row, column: 'lubricant', reason: `Lubricant: ${lubricantCode} is not in the store room. Its codes are ${lubricants.map(({ code }) => code).join(', ')}.` });
    const parsedTask = task && parseForm(taskForm, { procedureText: '', meterId: '', runInHours: '', cycles: '', ...task });
    if (parsedTask && !parsedTask.ok) say(parsedTask.fields);
    if (task && lubricantCode === '') problems.push({ row, column: 'lubricant', reason: 'Lubricant: is needed for a task; an interval belongs to a point and its lubricant.' });
    if (parsed.ok && lubricant) {
      const requirement = requirementOf(parsed.value.kind, parsed.value.details, ambient);
      const { findings } = judge(judgedOf(lubricant), requirement, { materials: parsed.value.materials, contents: null });
      const stop = findings.find(({ level }) => level === 'stop');
      if (stop) problems.push({ row, column: 'lubricant', reason: `Stopped by "${stop.rule}" (${stop.input}): ${stop.text} Leave it empty here and decide at the point, with a reason.` });
    }
    if (problems.length === before && parsed.ok) ready.push({ point: parsed.value, lubricantId: lubricant?.id ?? null, task: parsedTask?.ok ? parsedTask.value : null });
  }
  return { ready, problems };
}

/** Checks every row of the grid by the forms of point, assignment and task; changes nothing. */
export async function checkGrid(desk: Desk, values: unknown): Promise<Result<GridCheck>> {
  const form = parseForm(gridForm, values);
  if (!form.ok) return form;
  const { problems } = await readRows(desk, form.value.rows);
  return done({ problems, rows: form.value.rows.length });
}

/** Saves all rows of the grid as new points, or none: while one cell is wrong nothing is written. */
export async function saveGrid(desk: Desk, machineId: string, values: unknown): Promise<Result<{ points: number }>> {
  const form = parseForm(gridForm, values);
  if (!form.ok) return form;
  const { ready, problems } = await readRows(desk, form.value.rows);
  if (problems.length > 0) return refusal('invalid', `${problems.length} cells need another look. Nothing has been saved.`);
  const { db, now, actor } = desk;
  const plant = await thePlant(db);
  const sourceOn = plantDayOf(now.getTime(), plant.timeZone);
  return db.sequelize.transaction(async (transaction: Transaction) => {
    if (!(await db.Machine.findByPk(machineId, { lock: transaction.LOCK.UPDATE, transaction }))) return refusal('not-found', 'This machine is not in the register any more.');
    for (const { point, lubricantId, task } of ready) {
      const row = await insertPoint(desk, machineId, point, transaction);
      if (lubricantId === null) continue;
      const assignment = await insertAssignment(desk, { pointId: row.id }, assignmentForm.parse({ lubricantId, source: 'manual', sourceText: form.value.source, sourceOn }), actor.id, null, transaction);
      if (task) await insertTask(desk, row.id, assignment.id, task, transaction);
      else if (computesGrease(point.kind)) {
        const proposal = await greaseProposal(db, row, await db.Lubricant.findByPk(lubricantId, { transaction }));
        if (proposal && !proposal.closed && proposal.amount.ok && proposal.interval.ok) await insertComputedTask(desk, row, assignment.id, proposal, transaction);
      }
    }
    return done({ points: ready.length });
  });
}
