import { UniqueConstraintError } from 'sequelize';
import { dueWords, standingOn } from '@/core/interval/due-words';
import { waitsForFilling } from '@/core/words/machine-states';
import { mixtureWords, waitingChangeWords } from '@/core/words/waiting-change';
import { isFilledByHand } from '@/core/register/point-kinds';
import { type Procedure, procedureKey } from '@/core/procedure/step';
import { oilForChange } from '@/core/store/oil-for-change';
import { pointLabel } from '@/core/register/assignment';
import { type Entered, whyNotTheirs } from '@/core/people/certificates';
import { type PlantDay, plantToday } from '@/core/time/plant-day';
import { answersStop, isActNow, writtenBy } from '@/core/walk/answered';
import { roundBegun } from '@/core/walk/begin';
import { type WalkDocument, type WalkStop, walkDocumentVersion } from '@/core/walk/document';
import type { UnsignedWalk, WalkPlan } from '@/core/walk/shift';
import { type Problem, problemsOf } from '@/core/problems';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { loadMeters, readableMeter } from '../standing/meters';
import { approvedTricks } from '../register/tricks';
import { type AtStop, factsAtStops, litresInStore } from './at-stop';
import { type StopProcedure, stopProcedures } from './stop-procedures';
import { settledIfKnown } from '../write/settled';
import { ownSignsAt } from '../own-signs';
import { readUntilNow } from './last-readings';
import { type CardLine, auditWords, cardLines } from './operator-card';
import { type TaskState, loadTaskStates } from '../standing/states';
import type { Plant } from '@/db/models/plant';
import { thePlant } from '../plant';
import { type Amounts, amountEach, loadAmounts } from '../store/needs';
import { selectStops } from './stops';
import { type GivenEntry, doneByOthers } from './twice';
import { walkGun } from './walk-gun';
import { drainedBefore } from './drained-before';
import { findingsOnWalk } from '../follow/findings';
import { type ListedOpenThing, openThingsOnWalk } from '../follow/open-things';
import { activePeople } from '../people/active-people';
import { entriesOfRound, progressOfRounds, signature } from '../follow/round-entries';
import { believed } from '../log/believed';
import { cautionsBefore } from '@/core/words/cautions';
import { lubricantHazards } from '@/core/words/hazards';
import { type Who, putsNothingIn, whoMay } from '@/core/words/task-words';

/** The plan of a walk with where its tasks stand, in walking order, and what was noted about the route. */
export type RouteWalk = { plan: WalkPlan; states: TaskState[]; note: string };

/** The walk of one route for one person. Undefined where there is no such route. */
export async function readWalk({ db, now, actor }: Desk, routeId: string): Promise<RouteWalk | undefined> {
  const [route, stops, plant, person] = await Promise.all([
    db.Route.findOne({ where: { id: routeId, retiredOn: null } }),
    selectStops(db, routeId),
    thePlant(db),
    db.Person.findByPk(actor.id),
  ]);
  if (!route || !person) return undefined;
  const taskIds = stops.map(({ taskId }) => taskId);
  const today = plantToday(now, plant);
  const [states, unsigned, around] = await Promise.all([
    loadTaskStates(db, now, { taskIds }),
    unsignedWalk(db, routeId, actor.id),
    aroundStops(db, now, stops),
  ]);
  const inOrder = taskIds.flatMap((taskId) => states.find((state) => state.taskId === taskId) ?? []);
  const walk = { id: '', route, person, startedAt: now, stops: taskIds };
  const plan = {
    wanted: inOrder.filter(({ due }) => standingOn(due, today) !== 'later').map(({ taskId }) => taskId),
    unsigned,
    document: await documentOf({ db, now, today, ...habits(plant) }, walk, { states, entries: [], around }),
  };
  return { plan, states: inOrder, note: route.note };
}

/** The newest rounds that a person has begun and not signed: of one route, or those begun since an instant. */
export const unsignedRounds = (
  db: Database,
  personId: string,
  which: { routeId: string } | { since: Date },
  most: number,
): Promise<{ id: string; startedAt: Date; stops: string[] }[]> =>
  db.select(
    `SELECT round.id, round.startedAt, round.stops FROM round
     WHERE round.personId = :personId AND ${'routeId' in which ? 'round.routeId = :routeId' : 'round.startedAt >= :since'}
       AND NOT EXISTS (SELECT 1 FROM ${believed} WHERE ${signature}) ORDER BY round.startedAt DESC LIMIT ${most}`,
    { personId, ...which },
  );

async function unsignedWalk(db: Database, routeId: string, personId: string): Promise<UnsignedWalk | null> {
  const [open] = await unsignedRounds(db, personId, { routeId }, 1);
  if (!open) return null;
  const { answers } = (await progressOfRounds(db, [open])).get(open.id)!;
  const skipped = answers.filter(({ kind }) => kind === 'skip').length;
  return {
    id: open.id,
    startedAt: open.startedAt.toISOString(),
    stops: open.stops.length,
    done: answers.length - skipped,
    skipped,
  };
}

/** What writing the beginning of a round came to; `stored` is false when the same was known already. */
export type RoundOutcome =
  | { ok: true; stored: boolean; id: string }
  | { ok: false; code: 'invalid' | 'conflict'; reason: string; problems: Problem[] };

/** Writes that a walk has begun, as the device says it. Sent twice it is written once. */
export async function beginRound(db: Database, raw: unknown): Promise<RoundOutcome> {
  const parsed = roundBegun.safeParse(raw, { reportInput: true });
  const refuse = (code: 'invalid' | 'conflict', problems: Problem[]): RoundOutcome => ({
    ok: false,
    code,
    problems,
    reason: problems.map(({ detail }) => detail).join(' '),
  });
  if (!parsed.success) return refuse('invalid', problemsOf(parsed.error, roundBegun));
  const { id, routeId, personId, startedAt, plannedAt, stops } = parsed.data;
  const planned = plannedAt === undefined ? null : new Date(plannedAt);
  const unknown = (field: string, detail: string) =>
    refuse('invalid', [{ pointer: `/${field}`, detail, code: 'unknown-reference' }]);
  const writeOnce = () =>
    db.transaction(async (transaction): Promise<RoundOutcome> => {
      const known = await db.Round.findByPk(id, { transaction });
      if (known) {
        const same =
          known.routeId === routeId &&
          known.personId === personId &&
          known.startedAt.getTime() === new Date(startedAt).getTime() &&
          known.plannedAt?.getTime() === planned?.getTime() &&
          known.stops.join() === stops.join();
        return same
          ? { ok: true, stored: false, id }
          : refuse('conflict', [
              {
                pointer: '/id',
                detail: 'Another round with this identifier is already in the book.',
                code: 'conflict',
              },
            ]);
      }
      if (!(await db.Route.findByPk(routeId, { transaction })))
        return unknown('routeId', 'This route is not in the book.');
      if (!(await db.Person.findByPk(personId, { transaction })))
        return unknown('personId', 'This person is not on the plant’s list.');
      if (
        (await db.Task.count({ where: { id: stops }, transaction })) !== new Set(stops).size ||
        new Set(stops).size < stops.length
      )
        return unknown('stops', 'A stop of this round is not in the plan, or is there twice.');
      await db.Round.create(
        { id, routeId, personId, startedAt: new Date(startedAt), plannedAt: planned, stops },
        { transaction },
      );
      return { ok: true, stored: true, id };
    });
  try {
    return await settledIfKnown(db, await writeOnce());
  } catch (error) {
    // Sent twice at the same moment: the other one is in the book by now.
    if (error instanceof UniqueConstraintError) return settledIfKnown(db, await writeOnce());
    throw error;
  }
}

/** The one document that the Round page works from. */
export async function walkDocumentOf(db: Database, now: Date, roundId: string): Promise<Result<WalkDocument>> {
  const round = await db.Round.findByPk(roundId);
  const [route, person] = round
    ? await Promise.all([db.Route.findByPk(round.routeId), db.Person.findByPk(round.personId)])
    : [null, null];
  if (!round || !route || !person) return refusal('not-found', 'This round is not in the book.');
  const { id, startedAt, stops } = round;
  const [states, entries, plant] = await Promise.all([
    loadTaskStates(db, now, { taskIds: stops }),
    entriesOfRound(db, roundId),
    thePlant(db),
  ]);
  const today = plantToday(now, plant);
  const around = await aroundStops(
    db,
    now,
    states.map(({ machine, point }) => ({ machineId: machine.id, pointId: point.id })),
  );
  const alsoBy = await doneByOthers(
    db,
    round,
    states.map(({ taskId, point }) => ({ taskId, pointId: point.id })),
    entries,
  );
  const walk = { id, route, person, startedAt, plannedAt: round.plannedAt ?? startedAt, stops };
  return done(await documentOf({ db, now, today, ...habits(plant) }, walk, { states, entries, around, alsoBy }));
}

type Walk = {
  id: string;
  route: { id: string; code: string; name: string };
  person: { id: string; initials: string; name: string } & Entered;
  startedAt: Date;
  /** When its plan was read; absent where it is a plan still. */
  plannedAt?: Date;
  stops: readonly string[];
};

/** What stands at the stops of a walk and at their machines, whatever is due there. */
async function aroundStops(db: Database, now: Date, places: readonly { machineId: string; pointId: string }[]) {
  const machineIds = [...new Set(places.map(({ machineId }) => machineId))];
  const pointIds = places.map(({ pointId }) => pointId);
  const [guns, meters, machines, openAt, facts, ownAt, openThings, people, tricks] = await Promise.all([
    db.Gun.findAll({ order: [['code', 'ASC']] }),
    machineIds.length > 0 ? loadMeters(db, machineIds) : [],
    db.Machine.findAll({ where: { id: machineIds }, attributes: ['id', 'energySources'] }),
    findingsOnWalk(db, now, machineIds),
    factsAtStops(db, pointIds),
    ownSignsAt(db, pointIds),
    openThingsOnWalk(db, now, machineIds),
    activePeople(db),
    approvedTricks(db, pointIds),
  ]);
  return { guns, meters, machines, openAt, facts, ownAt, openThings, people, tricks };
}

/** What stands there of point and reservoir; of a change, what the store holds for it. */
function atStop(
  { action, lubricant, amount }: TaskState,
  facts: AtStop | undefined,
  inStore: ReadonlyMap<string, number>,
  procedure: Procedure | undefined,
): Pick<WalkStop, 'level' | 'coolant' | 'flush' | 'flushL' | 'outlets' | 'store'> {
  const { sump, ...shown } = facts ?? { level: [], coolant: null, flush: '', outlets: [], sump: null };
  if (action !== 'oil-change' || !lubricant) return { ...shown, flushL: 0, store: '' };
  const fillL = (amount.kind === 'litres' ? amount.value : null) ?? sump?.capacityL ?? null;
  const inStoreL = inStore.get(lubricant.id) ?? 0;
  const flushes = procedure?.steps.some((step) => step.kind === 'put-in' && step.flush);
  const flushL = (flushes && sump?.flushL) || 0;
  return { ...shown, flushL, store: oilForChange({ code: lubricant.code, inStoreL, fillL, flushL }) };
}

/** How much there is room for. */
const roomAt = ({ holdsL, holdsG }: TaskState['point']): Pick<WalkStop, 'holdsL' | 'holdsG'> => ({ holdsL, holdsG });

/** What a stop takes of its lubricant; nothing where it takes none, or nobody can say. */
function needsOf({ taskId, action, amount, lubricant }: TaskState, amounts: Amounts): WalkStop['needs'] {
  if (!lubricant || putsNothingIn(action)) return null;
  const row = {
    taskId,
    action,
    amountKind: amount.kind,
    amount: amount.value,
    lubricantId: lubricant.id,
    lubricant: lubricant.code,
  };
  const { each, unit, by } = amountEach(row, amounts);
  return unit === null || each <= 0 ? null : { value: each, unit, isByLog: by === 'log' };
}

const lubricantsOf = (states: readonly TaskState[]): string[] => [
  ...new Set(states.flatMap(({ lubricant }) => lubricant?.id ?? [])),
];

/** The operators' cards of the machines that somebody looks at: whoever comes to look audits them as well. */
async function cardsToAudit(db: Database, now: Date, states: readonly TaskState[]): Promise<Map<string, CardLine[]>> {
  const looked = [...new Set(states.filter(({ action }) => putsNothingIn(action)).map(({ machine }) => machine.id))];
  return looked.length > 0 ? cardLines(db, now, looked) : new Map();
}

/** What is dangerous of the lubricants of some stops, in words by lubricant. */
async function hazardsOfLubricants(db: Database, states: readonly TaskState[]): Promise<Map<string, string>> {
  const rows = await db.Lubricant.findAll({
    where: { id: lubricantsOf(states) },
    attributes: ['id', 'code', 'hazards'],
  });
  return new Map(rows.map(({ id, code, hazards }) => [id, lubricantHazards(code, hazards)]));
}

const byKey = (stops: readonly StopProcedure[]): WalkDocument['procedures'] =>
  Object.fromEntries(stops.map(({ procedure }) => [procedureKey(procedure), procedure]));

const habits = ({ airForCleaning, ownNumbers, unitsBeside }: Plant) => ({ airForCleaning, ownNumbers, unitsBeside });

/** Where and when a walk is walked: the day, and what goes for the whole plant. */
type Here = { db: Database; now: Date; today: PlantDay } & Pick<Plant, 'airForCleaning' | 'ownNumbers' | 'unitsBeside'>;

async function documentOf(
  { db, now, today, airForCleaning, ownNumbers, unitsBeside }: Here,
  round: Walk,
  {
    states,
    entries,
    around: { guns, meters, machines, openAt, facts, ownAt, openThings, people, tricks },
    alsoBy = new Map<string, GivenEntry>(),
  }: {
    states: readonly TaskState[];
    entries: Awaited<ReturnType<typeof entriesOfRound>>;
    around: Awaited<ReturnType<typeof aroundStops>>;
    /** What others did on its stops that its plan could not know, by task. */
    alsoBy?: Map<string, GivenEntry>;
  },
): Promise<WalkDocument> {
  const { route, person } = round;
  const [cards, hazardsOf, untilNow, drained, procedures, inStore, amounts] = await Promise.all([
    cardsToAudit(db, now, states),
    hazardsOfLubricants(db, states),
    readUntilNow(db, now, states),
    drainedBefore(db, changesUnderWay(states, openThings)),
    stopProcedures(db, states, openThings, round.plannedAt),
    litresInStore(db, states),
    loadAmounts(db, now, { taskIds: states.map(({ taskId }) => taskId) }),
  ]);
  const inOrder = round.stops.flatMap((taskId) => states.find((state) => state.taskId === taskId) ?? []);
  return {
    version: walkDocumentVersion,
    roundId: round.id,
    route: { id: route.id, code: route.code, name: route.name },
    person: { id: person.id, initials: person.initials, name: person.name },
    startedAt: round.startedAt.toISOString(),
    loadedAt: now.toISOString(),
    signedAt: entries.find(({ kind }) => kind === 'hand-over')?.happenedAt ?? null,
    procedures: byKey([...procedures.values()]),
    openThings: openThings.map((thing) => walkOpenThing(thing, round.id)),
    people: people.map(({ id, initials, name }) => ({ id, initials, name })),
    stops: inOrder.map((state) => {
      const {
        taskId,
        title,
        action,
        point,
        machine,
        area,
        machineState,
        procedureText,
        lubricant,
        amount,
        waitingChange,
        cameEmpty,
        mixedWith,
        answeredBy,
        due,
        who,
        readings,
        looks,
      } = state;
      const by = procedures.get(taskId);
      return {
        taskId,
        title,
        action,
        pointId: point.id,
        pointLabel: pointLabel(machine.code, point.number),
        pointName: point.name,
        location: point.location,
        machineId: machine.id,
        machineCode: machine.code,
        machineName: machine.name,
        areaName: area.name,
        pointKind: point.kind,
        consequence: point.consequence,
        who,
        machineState,
        energySources: machines.find(({ id }) => id === machine.id)?.energySources ?? [],
        cautions: stopCautions({
          cameEmpty,
          waitingChange,
          notTheirs: notTheirs(person, who, today),
          mixture: mixtureOf({ lubricant, waitingChange, mixedWith }),
          unconfirmedMounting: point.unconfirmedMounting,
          hazards: putsNothingIn(action) || !lubricant ? '' : (hazardsOf.get(lubricant.id) ?? ''),
          cautions: cautionsBefore({ action, machineState, kind: point.kind, airForCleaning }, point.cautions),
        }),
        doNots: point.doNots,
        accessNote: point.accessNote,
        procedureText,
        enoughSign: point.enoughSign,
        forbidsAirGun: point.forbidsAirGun,
        filledByHand: isFilledByHand(point.kind),
        strokeRounding: point.strokeRounding,
        lubricant,
        amountKind: amount.kind,
        amount: amount.value,
        needs: needsOf(state, amounts),
        plannedAmount: amount.override ? amount.planned : null,
        ...roomAt(point),
        dueWords: dueWords(due, today),
        operatorCard: putsNothingIn(action) ? auditWords(cards.get(machine.id) ?? []) : null,
        answeredBy,
        readings: readings.map((each) => ({ ...each, ...untilNow(point.id, each) })),
        looks,
        own: ownAt(point.id),
        ...atStop(state, facts.get(point.id), inStore, by?.procedure),
        tricks: tricks.get(point.id) ?? [],
        drainedL: drained.get(taskId) ?? null,
        open: openAt({ machineId: machine.id, pointId: point.id }),
        ...writtenAt(entries, { taskId, answeredBy, pointId: point.id }, alsoBy.get(taskId)),
        heldBack: heldBack({ cameEmpty, machineState }, machine.id, states),
        procedure: by ? procedureKey(by.procedure) : null,
        leftAfter: by?.leftAfter ?? null,
      };
    }),
    ownNumbers,
    unitsBeside,
    guns: guns.map(walkGun),
    meters: metersOnWalk(meters, entries),
  };
}

/** Oil changes of which something is open. */
const changesUnderWay = (states: readonly TaskState[], openThings: readonly { taskId: string | null }[]) =>
  states
    .filter(({ taskId, action }) => action === 'oil-change' && openThings.some((thing) => thing.taskId === taskId))
    .map(({ taskId, point }) => ({ taskId, pointId: point.id }));

/** The meters of its machines, and which of them were read on it. */
const metersOnWalk = (
  meters: Awaited<ReturnType<typeof aroundStops>>['meters'],
  entries: Awaited<ReturnType<typeof entriesOfRound>>,
): WalkDocument['meters'] =>
  meters.map((meter) => ({
    ...readableMeter(meter),
    readInRound: entries.some(({ kind, body }) => kind === 'reading' && body.meterId === meter.id),
  }));

/** What stands on a stop of a walk: what was written on it, and what somebody else did there. */
function writtenAt(
  entries: Awaited<ReturnType<typeof entriesOfRound>>,
  { pointId, ...stop }: { taskId: string; answeredBy: string[]; pointId: string },
  also: GivenEntry | undefined,
): Pick<WalkDocument['stops'][number], 'written' | 'actNow' | 'alsoBy' | 'changed'> {
  const answer = entries.filter((entry) => answersStop(entry, stop)).at(-1);
  return {
    written: answer ? writtenBy(answer) : null,
    actNow: entries.filter((entry) => entry.pointId === pointId && isActNow(entry)).at(-1)?.id ?? null,
    alsoBy: also
      ? { entryId: also.entryId, initials: also.person.initials, at: also.happenedAt, amount: also.amount }
      : null,
    changed: [],
  };
}

/** Something that is open, as a walk carries it. */
const walkOpenThing = (
  { machine, point, waiver, roundId, holder: { id, initials }, isOverdue: _, ...thing }: ListedOpenThing,
  walkId: string,
): WalkDocument['openThings'][number] => ({
  ...thing,
  isOfWalk: roundId === walkId,
  machineId: machine.id,
  machineCode: machine.code,
  pointId: point?.id ?? null,
  holder: { id, initials },
  isWaived: waiver !== null,
});

/** That the plan has somebody else do it than is said of the person; what an operator may do, everybody may. */
function notTheirs(person: Walk['person'], who: Who, day: PlantDay): string {
  const why = whyNotTheirs(person, who, day);
  return why === undefined ? '' : `Work of the ${whoMay[who]}: ${person.initials} ${why}. The site’s rules decide.`;
}

/** What else is in the sump, for whoever works on it. */
const mixtureOf = ({
  lubricant,
  waitingChange,
  mixedWith,
}: Pick<TaskState, 'lubricant' | 'waitingChange' | 'mixedWith'>): string => {
  const holds = waitingChange?.holds ?? lubricant?.code;
  return holds && mixedWith.length > 0 ? mixtureWords(holds, mixedWith) : '';
};

/** What is done with a unit running waits until it is filled; the oil changes of the machine on this round fill it. */
const heldBack = (
  state: Pick<TaskState, 'cameEmpty' | 'machineState'>,
  machineId: string,
  states: readonly TaskState[],
): WalkDocument['stops'][number]['heldBack'] =>
  waitsForFilling(state)
    ? {
        reason:
          'Held back: this is done with the unit running, and it came empty and no filling is in the book. It is not run before it is filled.',
        until: states
          .filter((each) => each.machine.id === machineId && each.action === 'oil-change' && each.cameEmpty)
          .map(({ taskId }) => taskId),
      }
    : null;

/** What must be known before the step, most pressing first. */
const stopCautions = ({
  cameEmpty,
  waitingChange,
  notTheirs,
  mixture,
  unconfirmedMounting,
  hazards,
  cautions,
}: Pick<TaskState, 'cameEmpty' | 'waitingChange'> &
  Pick<TaskState['point'], 'unconfirmedMounting'> & {
    notTheirs: string;
    mixture: string;
    hazards: string;
    cautions: string;
  }): string =>
  [
    cameEmpty && 'This unit came empty and no filling is in the book: not started before it is filled.',
    notTheirs,
    unconfirmedMounting &&
      `Mounted ${unconfirmedMounting.toLowerCase()}, and nobody has confirmed its fill, vent and drain: have it confirmed before anything is filled or opened.`,
    waitingChange && waitingChangeWords(waitingChange),
    mixture,
    cautions,
    hazards,
  ]
    .filter(Boolean)
    .join(' ');

export type RoundSummary = {
  id: string;
  plannedAt: Date | null;
  routeId: string;
  routeCode: string;
  routeName: string;
  personInitials: string;
  startedAt: Date;
  signedAt: string | null;
  /** Why it was not gone on with, where it was broken off. */
  brokenOff: string | null;
  stops: number;
  answered: number;
};

/** Rounds begun between two instants, newest first. */
export async function listRounds(db: Database, from: Date, to: Date): Promise<RoundSummary[]> {
  const rounds = await db.select<
    Pick<RoundSummary, 'id' | 'routeId' | 'routeCode' | 'routeName' | 'personInitials' | 'startedAt' | 'plannedAt'> & {
      stops: string[];
    }
  >(
    `SELECT round.id, round.routeId, route.code AS routeCode, route.name AS routeName, person.initials AS personInitials, round.startedAt, round.plannedAt, round.stops
     FROM round JOIN route ON route.id = round.routeId JOIN person ON person.id = round.personId
     WHERE round.startedAt >= :from AND round.startedAt < :to ORDER BY round.startedAt DESC`,
    { from, to },
  );
  const progress = await progressOfRounds(db, rounds);
  return rounds.map(({ stops, ...round }) => {
    const { answers, handOver } = progress.get(round.id)!;
    return {
      ...round,
      stops: stops.length,
      answered: answers.length,
      signedAt: handOver?.happenedAt ?? null,
      brokenOff: (handOver?.body.scope === 'round' && handOver.body.brokenOff) || null,
    };
  });
}
