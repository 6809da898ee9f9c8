import { type FindOptions, Op } from 'sequelize';
import type { Judged } from '@/core/assign/judge';
import { byRank, winnerInBand } from '@/core/register/assignment';
import { ownSignsAt } from '../own-signs';
import { type Trick, tricksOf } from '../register/tricks';
import { thePlant } from '../plant';
import { insideOf } from '../assign/contents';
import { type SumpContents, sumpOf } from '../assign/sump';
import type { Database, Desk } from '../desk';
import type { GreasePlan } from '@/core/grease/plan';
import { greaseProposal } from '../plan/grease-proposal';
import { type OpenFindings, openFindingsAt } from '../follow/findings';
import { type OpenThings, openThingsAt } from '../follow/open-things';
import { type MeterStanding, loadMeters } from '../standing/meters';
import { type TaskState, deriveTaskStates, loadTaskStates } from '../standing/states';
import { findMachine } from '../register/machines';
import { type LogLine, readLog } from '../log/lines';
import { allGuns, findPoint, reservoirsOf } from './lists';
import { type SourceRank } from '@/core/words/source-ranks';
import type { OwnSign } from '@/core/words/sign-row';

type Row<Model extends 'Machine' | 'LubePoint' | 'Area' | 'Lubricant' | 'Reservoir' | 'MachineModel' | 'Task'> =
  InstanceType<Database[Model]>;
const pointLine = [
  'id',
  'number',
  'name',
  'kind',
  'location',
  'reservoirId',
  'cautions',
  'doNots',
  'retiredOn',
] as const;
/** What the lists of a machine's points say of each. */
export type PointLine = Pick<Row<'LubePoint'>, (typeof pointLine)[number]>;

export type MachinePage = {
  findings: OpenFindings;
  openThings: OpenThings;
  machine: Row<'Machine'>;
  area: Row<'Area'>;
  points: PointLine[];
  retired: PointLine[];
  states: TaskState[];
  meters: MeterStanding[];
  history: LogLine[];
  oldCodes: string[];
  reservoirs: Row<'Reservoir'>[];
  model: Row<'MachineModel'> | null;
};

const inWalkingOrder = (machineId: string): FindOptions => ({
  where: { machineId },
  order: [
    ['walkPosition', 'ASC'],
    ['number', 'ASC'],
  ],
});

/** The points of a machine that are in use, with everything there is about them. */
export const wholePoints = (db: Database, machineId: string): Promise<Row<'LubePoint'>[]> =>
  db.LubePoint.findAll({ ...inWalkingOrder(machineId), where: { machineId, retiredOn: null } });

/** Everything a machine's page shows; undefined for a code that never existed. */
export async function readMachinePage(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  code: string,
): Promise<MachinePage | undefined> {
  const machine = await findMachine({ db }, code);
  if (!machine) return undefined;
  const [area, all, states, meters, history, codes, reservoirs, model, findings, openThings] = await Promise.all([
    db.Area.findByPk(machine.areaId),
    // Plain rows: a model of each of a machine's points takes longer than reading them.
    db.LubePoint.findAll({ ...inWalkingOrder(machine.id), attributes: [...pointLine], raw: true }),
    loadTaskStates(db, now, { machineIds: [machine.id] }),
    loadMeters(db, [machine.id]),
    readLog(db, { machineCode: machine.code }, 15),
    db.MachineCode.findAll({ where: { machineId: machine.id } }),
    reservoirsOf(db, machine.id),
    machine.modelId ? db.MachineModel.findByPk(machine.modelId) : null,
    openFindingsAt(db, now, { machineId: machine.id }),
    openThingsAt(db, now, { machineId: machine.id }),
  ]);
  return {
    findings,
    openThings,
    reservoirs,
    model,
    machine,
    area: area!,
    points: all.filter(({ retiredOn }) => !retiredOn),
    retired: all.filter(({ retiredOn }) => retiredOn),
    states,
    meters,
    history,
    oldCodes: codes.map((each) => each.code).filter((each) => each !== machine.code),
  };
}

export type AssignmentLine = {
  id: string;
  lubricant: { id: string; code: string; name: string };
  source: SourceRank;
  sourceText: string;
  sourceOn: string;
  climate: string;
  mounting: string;
  by: string;
  ambientBand: string | null;
  judged: Judged | null;
  overruledBecause: string;
};
export type PointPage = {
  findings: OpenFindings;
  openThings: OpenThings;
  machine: Row<'Machine'>;
  point: Row<'LubePoint'>;
  states: TaskState[];
  retiredTasks: Row<'Task'>[];
  assignments: AssignmentLine[];
  proposal: GreasePlan | undefined;
  lubricant: Row<'Lubricant'> | null;
  reservoir: Row<'Reservoir'> | null;
  sharedWith: Row<'LubePoint'>[];
  /** Fields of the other outlets of the lubricator that this one belongs to; empty where it is none. */
  fedBeside: Row<'LubePoint'>['details'][];
  contents: Row<'Lubricant'> | null;
  /** It came empty, and nobody has written its first filling, whether it has tasks or not. */
  isEmpty: boolean;
  /** What its reservoir holds by the ledger; undefined where nobody can say. */
  sump: SumpContents | undefined;
  meters: MeterStanding[];
  guns: { id: string; code: string; name: string; lubricantId: string; gramsPerStroke: number; airPowered: boolean }[];
  history: LogLine[];
  /** What is said there in place of the table of signs. */
  own: OwnSign[];
  /** Ways to get at it, those that wait for a planner too. */
  tricks: Trick[];
};

// Of point and reservoir each is asked for by itself: one OR the other would read all assignments there are.
const assignmentLines = `SELECT assignment.id, assignment.source, assignment.sourceText, assignment.sourceOn, assignment.climate, assignment.mounting, assignment.ambientBand, assignment.judged, assignment.overruledBecause, person.name AS \`by\`, lubricant.id AS lubricantId, lubricant.code, lubricant.name
  FROM assignment JOIN lubricant ON lubricant.id = assignment.lubricantId JOIN person ON person.id = assignment.personId`;

/** Everything a point's page shows; undefined where there is no such point. */
export async function readPointPage(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  code: string,
  number: number,
): Promise<PointPage | undefined> {
  const machine = await findMachine({ db }, code);
  const point = machine && (await findPoint(db, machine.id, number));
  if (!machine || !point) return undefined;
  const [states, retiredTasks, rows, meters, guns, history, findings, openThings] = await Promise.all([
    deriveTaskStates(db, now, { pointId: point.id }),
    db.Task.findAll({ where: { pointId: point.id, retiredOn: { [Op.ne]: null } }, order: [['title', 'ASC']] }),
    db.select<Omit<AssignmentLine, 'lubricant'> & { lubricantId: string; code: string; name: string }>(
      `${assignmentLines} WHERE assignment.pointId = :pointId UNION ALL ${assignmentLines} WHERE assignment.reservoirId = :reservoirId`,
      { pointId: point.id, reservoirId: point.reservoirId ?? '' },
    ),
    loadMeters(db, [machine.id]),
    allGuns(db),
    readLog(db, { pointId: point.id }, 30),
    openFindingsAt(db, now, { pointId: point.id }),
    openThingsAt(db, now, { pointId: point.id }),
  ]);
  const ranked = byRank(
    rows.map(({ lubricantId, code: lubricantCode, name, ...row }) => ({
      ...row,
      lubricant: { id: lubricantId, code: lubricantCode, name },
    })),
  );
  const winner = winnerInBand(ranked, (await thePlant(db)).ambientBandNow ?? null);
  // The one that holds comes first; the rest stay in their rank.
  const assignments = winner ? [winner, ...ranked.filter((line) => line !== winner)] : ranked;
  const lubricant = assignments[0] ? await db.Lubricant.findByPk(assignments[0].lubricant.id) : null;
  const [ownAt, tricks, reservoir, sharedWith, fedBeside, { filled }] = await Promise.all([
    ownSignsAt(db, [point.id]),
    tricksOf(db, point.id),
    point.reservoirId ? db.Reservoir.findByPk(point.reservoirId) : null,
    point.reservoirId
      ? db.LubePoint.findAll({
          where: { reservoirId: point.reservoirId, retiredOn: null, id: { [Op.ne]: point.id } },
          order: [['walkPosition', 'ASC']],
        })
      : [],
    outletsBeside(db, point),
    insideOf(db, point),
  ]);
  const contents = filled ? await db.Lubricant.findByPk(filled) : null;
  return {
    findings,
    openThings,
    reservoir,
    sharedWith,
    fedBeside,
    isEmpty: filled === null && Boolean(reservoir?.comesEmpty),
    sump: reservoir ? await sumpOf(db, now, reservoir) : undefined,
    contents,
    machine,
    point,
    states,
    retiredTasks,
    assignments,
    proposal: await greaseProposal(db, point, lubricant),
    lubricant,
    meters,
    guns: guns.map(({ id, code: gunCode, name, lubricantId, gramsPerStroke, airPowered = false }) => ({
      id,
      code: gunCode,
      name,
      lubricantId,
      gramsPerStroke,
      airPowered,
    })),
    history,
    own: ownAt(point.id),
    tricks,
  };
}

/**
 * Fields of the outlets beside this one: those of its reservoir, or where none is registered all outlets of the machine
 * that name a reservoir of the same size.
 */
async function outletsBeside(
  db: Database,
  { id, kind, machineId, reservoirId, details }: Row<'LubePoint'>,
): Promise<Row<'LubePoint'>['details'][]> {
  if (kind !== 'central-lubricator-outlet') return [];
  const others = await db.LubePoint.findAll({
    where: { machineId, kind, reservoirId: reservoirId ?? null, retiredOn: null, id: { [Op.ne]: id } },
  });
  return others
    .map((other) => other.details)
    .filter(({ reservoirG }) => reservoirId !== null || reservoirG === details.reservoirG);
}
