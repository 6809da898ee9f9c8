import { ulid } from 'ulid';
import { dueWords, standingOn } from '@/core/interval/due-words';
import { putsNothingIn } from '@/core/register/point-kinds';
import { pointLabel } from '@/core/register/assignment';
import { plantDayOf } from '@/core/time/plant-day';
import { answersStop } from '@/core/walk/answered';
import { type WalkDocument, walkDocumentVersion } from '@/core/walk/document';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { loadMeters, readableMeter } from '../plan/meters';
import { selectStops } from '../plan/select';
import { type CardLine, auditWords, cardLines } from '../read/operator-card';
import { type TaskState, loadTaskStates } from '../plan/states';
import { thePlant } from '../plant';
import { entriesOfRound } from '../log/rows';

/**
 * Begins a walk of a route, or takes up the one that this person has begun and not signed.
 * @param scope `due`: only stops that are due, overdue, due within a week or of unknown last service; `all`: every stop
 */
export async function startRound(
  { db, now, actor }: Desk,
  routeId: string,
  scope: 'due' | 'all',
): Promise<Result<{ id: string }>> {
  const route = await db.Route.findOne({ where: { id: routeId, retiredOn: null } });
  if (!route) return refusal('not-found', 'This route is not in the book any more.');
  const stops = await selectStops(db, routeId);
  if (stops.length === 0) return refusal('invalid', 'This route has no stops yet.');
  const open = await db.select<{ id: string }>(
    `SELECT round.id FROM round WHERE round.routeId = :routeId AND round.personId = :personId AND round.startedAt > :since
       AND NOT EXISTS (SELECT 1 FROM entry WHERE entry.roundId = round.id AND entry.kind = 'hand-over') ORDER BY round.startedAt DESC LIMIT 1`,
    { routeId, personId: actor.id, since: new Date(now.getTime() - 36 * 3_600_000) },
  );
  if (open[0]) return done({ id: open[0].id });
  const taskIds = stops.map(({ taskId }) => taskId);
  const plant = await thePlant(db);
  const today = plantDayOf(now.getTime(), plant.timeZone, plant.dayStartsAtMinutes);
  const wanted =
    scope === 'all'
      ? taskIds
      : (await loadTaskStates(db, now, { taskIds }))
          .filter(({ due }) => standingOn(due, today) !== 'later')
          .map(({ taskId }) => taskId);
  if (wanted.length === 0)
    return refusal('invalid', 'Nothing on this route is due within a week. Walk all stops if you want to go anyway.');
  const round = await db.Round.create({
    id: ulid(now.getTime()),
    routeId,
    personId: actor.id,
    startedAt: now,
    stops: taskIds.filter((taskId) => wanted.includes(taskId)),
  });
  return done({ id: round.id });
}

/** The one document that the Round page works from. */
export async function walkDocumentOf(db: Database, now: Date, roundId: string): Promise<Result<WalkDocument>> {
  const round = await db.Round.findByPk(roundId);
  const [route, person] = round
    ? await Promise.all([db.Route.findByPk(round.routeId), db.Person.findByPk(round.personId)])
    : [null, null];
  if (!round || !route || !person) return refusal('not-found', 'This round is not in the book.');
  const plant = await thePlant(db);
  const today = plantDayOf(now.getTime(), plant.timeZone, plant.dayStartsAtMinutes);
  const states = await loadTaskStates(db, now, { taskIds: round.stops });
  const machineIds = [...new Set(states.map(({ machine }) => machine.id))];
  const [entries, guns, meters, machines] = await Promise.all([
    entriesOfRound(db, roundId),
    db.Gun.findAll({ order: [['code', 'ASC']] }),
    machineIds.length > 0 ? loadMeters(db, machineIds) : [],
    db.Machine.findAll({ where: { id: machineIds } }),
  ]);
  const cards = machineIds.length > 0 ? await cardLines(db, now, machineIds) : new Map<string, CardLine[]>();
  const inOrder = round.stops.flatMap((taskId) => states.find((state) => state.taskId === taskId) ?? []);
  const handOver = entries.find(({ kind }) => kind === 'hand-over');
  return done({
    version: walkDocumentVersion,
    roundId,
    route: { id: route.id, code: route.code, name: route.name },
    person: { id: person.id, initials: person.initials, name: person.name },
    startedAt: round.startedAt.toISOString(),
    loadedAt: now.toISOString(),
    signedAt: handOver?.happenedAt ?? null,
    stops: inOrder.map(
      ({
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
        bandChange,
        cameEmpty,
        answeredBy,
        due,
      }) => {
        const answer = entries.filter((entry) => answersStop(entry, { taskId, answeredBy })).at(-1);
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
          machineState,
          energySources: machines.find(({ id }) => id === machine.id)?.energySources ?? [],
          cautions: stopCautions({ cameEmpty, bandChange, cautions: point.cautions }),
          doNots: point.doNots,
          accessNote: point.accessNote,
          procedureText,
          enoughSign: point.enoughSign,
          forbidsAirGun: point.forbidsAirGun,
          lubricant,
          amountKind: amount.kind,
          amount: amount.value,
          plannedAmount: amount.override ? amount.planned : null,
          dueWords: dueWords(due, today),
          operatorCard: putsNothingIn(action) ? auditWords(cards.get(machine.id) ?? []) : null,
          answeredBy,
          written: answer ? { entryId: answer.id, kind: answer.kind } : null,
        };
      },
    ),
    guns: guns.map(({ id, code, name, lubricantId, gramsPerStroke, airPowered }) => ({
      id,
      code,
      name,
      lubricantId,
      gramsPerStroke,
      airPowered,
    })),
    meters: meters.map((meter) => ({
      ...readableMeter(meter),
      readInRound: entries.some(({ kind, body }) => kind === 'reading' && body.meterId === meter.id),
    })),
  });
}

/** What must be known before the step, most pressing first. */
const stopCautions = ({
  cameEmpty,
  bandChange,
  cautions,
}: Pick<TaskState, 'cameEmpty' | 'bandChange'> & { cautions: string }): string =>
  [
    cameEmpty && 'This unit came empty and no filling is in the book: not started before it is filled.',
    bandChange &&
      `The sump holds ${bandChange.holds}; the ${bandChange.band} band wants ${bandChange.wants}. Until the change is logged, top up with ${bandChange.holds} only.`,
    cautions,
  ]
    .filter(Boolean)
    .join(' ');

export type RoundSummary = {
  id: string;
  routeId: string;
  routeCode: string;
  routeName: string;
  personInitials: string;
  startedAt: Date;
  signedAt: string | null;
  stops: number;
  answered: number;
};

/** Rounds begun between two instants, newest first. */
export async function listRounds(db: Database, from: Date, to: Date): Promise<RoundSummary[]> {
  const rows = await db.select<Omit<RoundSummary, 'stops' | 'answered'> & { stops: string[]; answered: number }>(
    `SELECT round.id, round.routeId, route.code AS routeCode, route.name AS routeName, person.initials AS personInitials, round.startedAt, round.stops,
       (SELECT MAX(entry.happenedAt) FROM entry WHERE entry.roundId = round.id AND entry.kind = 'hand-over') AS signedAt,
       (SELECT COUNT(DISTINCT entry_task.taskId) FROM entry JOIN entry_task ON entry_task.entryId = entry.id WHERE entry.roundId = round.id AND entry.kind <> 'finding') AS answered
     FROM round JOIN route ON route.id = round.routeId JOIN person ON person.id = round.personId
     WHERE round.startedAt >= :from AND round.startedAt < :to ORDER BY round.startedAt DESC`,
    { from, to },
  );
  return rows.map((row) => ({ ...row, stops: row.stops.length, answered: Number(row.answered) }));
}
