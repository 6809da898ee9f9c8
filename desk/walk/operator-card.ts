import { decodeTime } from 'ulid';
import { believedAnswers, countServices, servesInSql } from '../log/believed';
import {
  type CardInterval,
  cardInterval,
  everyWords,
  expectedTimes,
  isOftenerThanAShift,
} from '@/core/interval/operator-card';
import { isFilledByHand } from '@/core/register/point-kinds';
import { pointLabel } from '@/core/register/assignment';
import { cautionsBefore } from '@/core/words/cautions';
import type { Database, Desk } from '../desk';
import { walkGun } from './walk-gun';
import type { WalkDocument } from '@/core/walk/document';
import { countedSince } from '@/core/meter/state';
import { deriveMeters, loadMeters } from '../standing/meters';
import { type TaskState, loadTaskStates } from '../standing/states';
import { findMachine } from '../register/machines';

type WalkGun = WalkDocument['guns'][number];

const auditedDays = 7;

/** One line of a machine's card: what its operator does, how often, and how that went in the last week. */
export type CardLine = {
  taskId: string;
  pointId: string;
  label: string;
  pointName: string;
  location: string;
  title: string;
  action: TaskState['action'];
  amount: TaskState['amount'];
  lubricant: TaskState['lubricant'];
  /** The gun that its grease is pressed in with; null where none carries it. */
  gun: WalkGun | null;
  every: string;
  interval: CardInterval;
  enough: string;
  cautions: string;
  doNots: string;
  machineState: TaskState['machineState'];
  lastAt: string | null;
  /** What the machine's counter had counted since then at its newest reading; null where it does not go by that, or was never read. */
  counted: number | null;
  done: number;
  expected: number;
  /** Days of the last week that the task has been in the plan. */
  audited: number;
};
export type CardMeter = { id: string; name: string; unit: string; last: { value: number; at: string } | null };
/** `belongs` are tasks of others that come round within a shift: nobody walks that often. */
export type OperatorCard = {
  machine: InstanceType<Database['Machine']>;
  lines: CardLine[];
  meters: CardMeter[];
  belongs: { taskId: string; number: number; label: string; title: string; every: string }[];
};

/** The card of a machine: its operator's tasks. Undefined for an unknown machine. */
export async function readOperatorCard(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  code: string,
): Promise<OperatorCard | undefined> {
  const machine = await findMachine({ db }, code);
  if (!machine) return undefined;
  const [lines, meters, states] = await Promise.all([
    cardLines(db, now, [machine.id]),
    loadMeters(db, [machine.id]),
    loadTaskStates(db, now, { machineIds: [machine.id] }),
  ]);
  const cyclesPerDay = meters.find(({ unit }) => unit !== 'hours')?.rate.mid ?? 0;
  const belongs = states
    .filter(
      ({ who, interval }) => who !== 'operator' && isOftenerThanAShift(cardInterval(interval.stages), cyclesPerDay),
    )
    .map(({ taskId, title, point, interval, counts }) => ({
      taskId,
      number: point.number,
      label: pointLabel(machine.code, point.number),
      title,
      every: everyWords(interval.stages, counts),
    }));
  return {
    machine,
    belongs,
    lines: await withCounts(db, machine.id, lines.get(machine.id) ?? []),
    meters: meters.map(({ id, name, unit, last }) => ({ id, name, unit, last })),
  };
}

/** Lines that go by a count, with what the machine's counter has counted since each was done. */
async function withCounts(db: Database, machineId: string, lines: readonly CardLine[]): Promise<CardLine[]> {
  if (lines.every(({ interval }) => interval.cycles === undefined)) return [...lines];
  const counter = (await deriveMeters(db, [machineId])).find(({ unit }) => unit !== 'hours');
  const since = (lastAt: string | null) =>
    counter && countedSince(counter.state, lastAt === null ? undefined : Date.parse(lastAt));
  return lines.map((line) => ({
    ...line,
    counted: line.interval.cycles === undefined ? null : (since(line.lastAt) ?? null),
  }));
}

/** The lines of some machines' cards, by machine. */
export async function cardLines(db: Database, now: Date, machineIds: string[]): Promise<Map<string, CardLine[]>> {
  const states = await loadTaskStates(db, now, { machineIds, who: 'operator' });
  const cards = new Map<string, CardLine[]>();
  if (states.length === 0) return cards;
  const since = new Date(now.getTime() - auditedDays * 86_400_000);
  const [counts, meters, guns] = await Promise.all([
    db.select<{ taskId: string; done: number }>(
      `SELECT answered.taskId, ${countServices} AS done FROM ${believedAnswers}
       WHERE answered.taskId IN (:taskIds) AND entry.happenedAtUtc >= :since AND entry.happenedAtUtc <= :now AND entry.decides AND ${servesInSql} GROUP BY answered.taskId`,
      { taskIds: states.map(({ taskId }) => taskId), since, now },
    ),
    loadMeters(db, machineIds),
    db.Gun.findAll({ order: [['code', 'ASC']] }),
  ]);
  const gunOf = ({ lubricant, point }: TaskState): WalkGun | null => {
    if (isFilledByHand(point.kind)) return null;
    const fits = guns.find(
      ({ lubricantId, airPowered }) => lubricantId === lubricant?.id && !(point.forbidsAirGun && airPowered),
    );
    return fits ? walkGun(fits) : null;
  };
  const doneOf = new Map(counts.map(({ taskId, done }) => [taskId, Number(done)]));
  for (const state of states) {
    const { machine, point, interval, due } = state;
    const cyclesPerDay =
      meters.find(({ machineId, unit }) => machineId === machine.id && unit !== 'hours')?.rate.mid ?? 0;
    const every = cardInterval(interval.stages);
    // Its name says when it was planned: nobody is asked for what was not in the plan yet.
    const plannedDays = (now.getTime() - decodeTime(state.taskId)) / 86_400_000;
    const audited = Math.min(auditedDays, Math.max(0, plannedDays));
    const lines = cards.get(machine.id) ?? [];
    cards.set(machine.id, [
      ...lines,
      {
        taskId: state.taskId,
        pointId: point.id,
        label: pointLabel(machine.code, point.number),
        pointName: point.name,
        location: point.location,
        title: state.title,
        action: state.action,
        amount: state.amount,
        lubricant: state.lubricant,
        gun: gunOf(state),
        every: everyWords(interval.stages, state.counts),
        interval: every,
        enough: point.enoughSign,
        cautions: cautionsBefore(
          { action: state.action, machineState: state.machineState, kind: point.kind },
          point.cautions,
        ),
        doNots: point.doNots,
        machineState: state.machineState,
        lastAt: due.lastServiceAt ?? null,
        counted: null,
        done: doneOf.get(state.taskId) ?? 0,
        expected: expectedTimes(every, audited, due.hourLine.hoursPerDay, cyclesPerDay),
        audited,
      },
    ]);
  }
  return cards;
}

/** How the card was kept, in words for whoever audits it; null where the machine has none, or it is too young to be asked for. */
export function auditWords(lines: readonly CardLine[]): string | null {
  const asked = lines.filter(({ done, expected }) => done > 0 || expected > 0);
  if (asked.length === 0) return null;
  const times = asked.map(({ title, done, expected, audited }) => {
    const young = audited < auditedDays ? `, in the plan for ${Math.floor(audited)} d` : '';
    return `${title} ${done} of about ${expected} times${young}`;
  });
  return `Operator card, last ${auditedDays} days: ${times.join('; ')}. Look whether the film, the level and the card agree.`;
}
