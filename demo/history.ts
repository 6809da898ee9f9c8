import { strokesOf } from '@/core/grease/strokes';
import type { WritableKind } from '@/core/entry/kinds';
import { addDays, daysBetween, offsetMs, startOfPlantDay } from '@/core/time/plant-day';
import type { Database } from '@/desk/desk';
import { findingOfLook } from '@/core/condition/look';
import { findingOfReading } from '@/core/condition/reading';
import { append } from '@/desk/log/append';
import { type Chance, chance } from './chance';
import { historyDays, isClosed, runningDays } from './calendar';
import { machines } from './machines';
import { forgotten, neglected, plant } from './moorfeld';
import type { MachinePlan } from './plans';
import type { DemoRegister, DemoTask } from './register';
import { type Look, type LookName, looks } from '@/core/words/looks';
import { putsNothingIn } from '@/core/words/task-words';
import { type EntryEnvelope } from '@/core/entry/envelope';

const minute = 60_000;

type Draft = {
  atMs: number;
  kind: WritableKind;
  by: string;
  body: Record<string, unknown>;
  kindVersion?: number;
  machineId: string | null;
  pointId?: string;
  taskIds?: string[];
  roundId?: string;
};

/** A year of the log, up to an hour ago: rounds, readings, findings, and a few honest mistakes. */
export async function writeHistory(
  db: Database,
  register: DemoRegister,
  now: Date,
  today: string,
  luck: Chance,
): Promise<number> {
  const start = addDays(today, -historyDays);
  const at = (day: string, hours: number) => startOfPlantDay(day, { ...plant, dayStartsAtMinutes: hours * 60 });
  const drafts: Draft[] = [];
  const rateOf = new Map(
    machines.map((machine) => [machine.code, Math.min(22, machine.duty * luck.between(0.88, 1.04))]),
  );

  drafts.push(...readings(register, rateOf, start, today, at, luck));
  const lastDone = new Map<string, string>();
  drafts.push(...baselines(register, rateOf, start, at, luck, lastDone));
  const { walked, rounds } = walks(register, rateOf, start, today, at, luck, lastDone);
  drafts.push(...walked);
  drafts.push(...counts(register, start, today, at, luck));
  drafts.push(...operators(register, today, at, luck));
  drafts.push(...incidents(register, rateOf, start, today, at));
  drafts.push(...yearlyWork(register, start, today, at, luck));

  await db.Round.bulkCreate(rounds);
  const envelopes = drafts
    .filter(({ atMs }) => atMs <= now.getTime() - 20 * minute)
    .sort((a, b) => a.atMs - b.atMs)
    .map((draft) => stamped(draft, register, luck));
  const followed = [...followUps(envelopes, register, today, at, luck), ...leftOpen(register, today, at, luck)];
  await db.transaction((transaction) =>
    append(db, [...byTime([...envelopes, ...followed]), ...mistakes(envelopes, register, now, luck)], transaction),
  );
  return envelopes.length + followed.length;
}

const byTime = (entries: readonly Stamped[]): Stamped[] =>
  [...entries].sort((a, b) => a.receivedAt.getTime() - b.receivedAt.getTime());

const stamped = (draft: Draft, register: DemoRegister, luck: Chance): Stamped => ({
  envelope: envelopeOf(draft, register, luck),
  receivedAt: new Date(draft.atMs + 4000),
});

function envelopeOf(
  { atMs, kind, kindVersion = 1, by, body, machineId, pointId, taskIds = [], roundId }: Draft,
  register: DemoRegister,
  luck: Chance,
  replacesId: string | null = null,
): EntryEnvelope {
  const offsetMinutes = offsetMs(atMs, plant.timeZone) / minute;
  return {
    id: luck.id(atMs),
    kind,
    kindVersion,
    body,
    happenedAt: new Date(atMs).toISOString(),
    offsetMinutes,
    personId: register.personIds.get(by)!,
    deviceId: 'demo-tablet',
    machineId,
    pointId: pointId ?? null,
    taskIds,
    roundId: roundId ?? null,
    replacesId,
  };
}

/** One meter was replaced: which, and how many days ago. */
const newDial = { code: 'SD-P1', daysAgo: 62 };
const newDialDay = historyDays - newDial.daysAgo + 10 / 24;
const tenths = (value: number) => Math.round(value * 10) / 10;

/** What the dial of a machine shows so many days after the start, roll-over and new dial included. */
function dialOf(
  machine: MachinePlan,
  perDay: number,
  start: string,
): { shown: (days: number) => number; oldDial: () => number } {
  const ran = runningDays(machine, start);
  const whole = (days: number) => tenths(machine.meterStart! + perDay * ran(days));
  return {
    oldDial: () => whole(newDialDay),
    shown(days) {
      const value =
        machine.code === newDial.code && days > newDialDay
          ? Math.max(0, tenths(whole(days) - whole(newDialDay)))
          : whole(days);
      return machine.rolloverAt ? tenths(value % machine.rolloverAt) : value;
    },
  };
}

function readings(
  register: DemoRegister,
  rateOf: Map<string, number>,
  start: string,
  today: string,
  at: (day: string, hours: number) => number,
  luck: Chance,
): Draft[] {
  return machines.flatMap((machine, place) => {
    const meterId = register.meterIds.get(machine.code);
    if (!meterId) return [];
    const every = machine.area === 'TR' ? 28 : 7;
    const until = machine.code === 'KI-F1' ? historyDays - 37 : historyDays - 1;
    const dial = dialOf(machine, rateOf.get(machine.code)!, start);
    const drafts: Draft[] = [];
    let wobble = 0;
    for (let day = place % 3; day <= until; day += every) {
      wobble = Math.max(wobble, luck.between(0, machine.duty * 0.6));
      if (isClosed(addDays(start, day))) continue;
      const value = dial.shown(day + wobble / 24);
      const mistyped = machine.code === 'SD-F1' && day > historyDays - 63 && day <= historyDays - 56;
      drafts.push({
        atMs: at(addDays(start, day), 6.5 + place / 60),
        kind: 'reading',
        by: 'TO',
        machineId: register.machineIds.get(machine.code)!,
        body: {
          meterId,
          value: mistyped ? Math.round(value / 10) : value,
          ...(mistyped && { note: 'Glass is dirty, hard to read.' }),
        },
      });
    }
    return drafts.filter(({ atMs }) => atMs < at(today, 0));
  });
}

/** The counters beside the hour meters, read with them. */
function counts(
  register: DemoRegister,
  start: string,
  today: string,
  at: (day: string, hours: number) => number,
  luck: Chance,
): Draft[] {
  return machines.flatMap((machine, place) => {
    const meterId = register.counterIds.get(machine.code);
    const { counter } = machine;
    if (!meterId || !counter) return [];
    const ran = runningDays(machine, start);
    const drafts: Draft[] = [];
    for (let day = place % 3; day < historyDays; day += 7) {
      if (isClosed(addDays(start, day))) continue;
      drafts.push({
        atMs: at(addDays(start, day), 6.8 + place / 60),
        kind: 'reading',
        by: 'TO',
        machineId: register.machineIds.get(machine.code)!,
        body: { meterId, value: Math.round(counter.start + counter.perDay * (ran(day) + luck.between(0, 0.3))) },
      });
    }
    return drafts.filter(({ atMs }) => atMs < at(today, 0));
  });
}

const cardDays = 10;

/** What operators wrote at their machines in the last days: not every time, as cards go. */
function operators(
  register: DemoRegister,
  today: string,
  at: (day: string, hours: number) => number,
  luck: Chance,
): Draft[] {
  return register.tasks
    .filter(({ plan }) => plan.who === 'operator')
    .flatMap((task) => {
      const drafts: Draft[] = [];
      for (let day = cardDays; day >= 0; day -= 1) {
        for (let hour = 6; hour < 22; hour += task.plan.hours ?? 8) {
          if (luck.happens(task.machine.code === 'P2' ? 0.45 : 0.1)) continue;
          drafts.push({
            atMs: at(addDays(today, -day), hour + luck.between(0, 0.6)),
            by: hour < 14 ? 'JK' : 'TO',
            machineId: task.machineId,
            pointId: task.pointId,
            taskIds: [task.id],
            ...serviceOf(task, luck),
          });
        }
      }
      return drafts;
    });
}

const intervalDays = (task: DemoTask, perDay: number): number => {
  const { hours = Infinity, cycles = Infinity, days = Infinity } = task.stages.at(-1)!;
  return Math.max(1, Math.min(hours / perDay, days, cycles / (task.machine.counter?.perDay ?? 1)));
};

/** The book was begun a year ago: what was known then about each task, written by the planner. */
function baselines(
  register: DemoRegister,
  rateOf: Map<string, number>,
  start: string,
  at: (day: string, hours: number) => number,
  luck: Chance,
  lastDone: Map<string, string>,
): Draft[] {
  return register.tasks.flatMap((task, index): Draft[] => {
    if (forgotten.includes(task.machine.code) || task.plan.who === 'operator') return [];
    const span = intervalDays(task, rateOf.get(task.machine.code)!);
    const longAgo = addDays(start, -Math.floor(luck.between(0.02, 0.98) * Math.min(span, 700)));
    const yearly = yearlyDay(task);
    const on = yearly === undefined ? longAgo : lastOn(yearly, start);
    lastDone.set(task.id, on);
    const common = { by: 'MS', machineId: task.machineId, pointId: task.pointId, taskIds: [task.id] };
    // One mill gear was overhauled three weeks ago and is running in.
    if (task.machine.code === 'BM-3' && task.plan.action === 'oil-change') {
      lastDone.set(task.id, addDays(start, historyDays - 16));
      return [
        {
          ...common,
          atMs: at(addDays(start, historyDays - 16), 13),
          kind: 'commissioning',
          body: {
            basis: 'commissioned',
            lubricantId: task.lubricantId,
            note: 'Gear overhauled, new bearings, filled with fresh oil.',
          },
        },
      ];
    }
    return [
      {
        ...common,
        atMs: at(start, 8 + index / 60),
        kind: 'commissioning',
        body: { basis: 'done-on', on, ...(task.plan.action === 'oil-change' && { lubricantId: task.lubricantId }) },
      },
    ];
  });
}

/** Opened only when the kilns and agitators stand, in the summer shutdown. */
const waitsForShutdown = ({ plan }: DemoTask): boolean => plan.yearly?.name === 'summer shutdown';
const shutdownDay = '08-05';
/** The last time that a day of the year (MM-DD) came before another. */
const lastOn = (dayOfYear: string, before: string): string => {
  const year = Number(before.slice(0, 4));
  return `${before > `${year}-${dayOfYear}` ? year : year - 1}-${dayOfYear}`;
};

/** The day of the year on which a task is done that comes once a year; undefined for the others. */
const yearlyDay = (task: DemoTask): string | undefined => (waitsForShutdown(task) ? shutdownDay : task.plan.yearly?.on);

/** What comes once a year, in the shutdown or before the frost, done the last time that it came, outside every round. */
function yearlyWork(
  register: DemoRegister,
  start: string,
  today: string,
  at: (day: string, hours: number) => number,
  luck: Chance,
): Draft[] {
  return register.tasks.flatMap((task, place): Draft[] => {
    const { machineId, pointId, id } = task;
    const day = yearlyDay(task) && lastOn(yearlyDay(task)!, today);
    if (!day || day <= start) return [];
    const atMs = at(day, 8 + (place % 32) / 4);
    return [{ atMs, by: 'TO', machineId, pointId, taskIds: [id], ...serviceOf(task, luck) }];
  });
}

function walks(
  register: DemoRegister,
  rateOf: Map<string, number>,
  start: string,
  today: string,
  at: (day: string, hours: number) => number,
  luck: Chance,
  lastDone: Map<string, string>,
) {
  const walked: Draft[] = [];
  const rounds: { id: string; routeId: string; personId: string; startedAt: Date; stops: string[] }[] = [];
  for (let offset = 1; offset < historyDays; offset += 1) {
    const day = addDays(start, offset);
    if (isClosed(day)) continue;
    const weekday = new Date(`${day}T00:00:00Z`).getUTCDay() || 7;
    for (const route of register.routes) {
      const week = Math.floor(daysBetween('2024-01-01', day) / 7);
      if (route.weekday !== weekday || week % route.everyWeeks !== 0 || luck.happens(0.04)) continue;
      const due = route.tasks.filter((task) => {
        const last = lastDone.get(task.id);
        return last !== undefined && daysBetween(last, day) >= intervalDays(task, rateOf.get(task.machine.code)!) - 3;
      });
      if (due.length === 0) continue;
      const roundId = luck.id(at(day, 7));
      const by = luck.happens(0.15) ? 'JK' : route.by;
      rounds.push({
        id: roundId,
        routeId: route.id,
        personId: register.personIds.get(by)!,
        startedAt: new Date(at(day, 7)),
        stops: due.map(({ id }) => id),
      });
      let clock = at(day, 7.1);
      let skipped = 0;
      for (const task of due) {
        clock += ((task.plan.minutes ?? 5) + luck.between(1, 4)) * minute;
        const passedOver = neglected.includes(task.machine.code) && daysBetween(day, today) < 75;
        if (passedOver || luck.happens(0.03)) {
          skipped += 1;
          walked.push({
            atMs: clock,
            kind: 'skip',
            by,
            machineId: task.machineId,
            pointId: task.pointId,
            taskIds: [task.id],
            roundId,
            body: { reason: passedOver ? 'machine-running' : luck.pick(['no-access', 'no-time', 'machine-running']) },
          });
          continue;
        }
        const done = visitOf(task, { atMs: clock, by, roundId }, daysBetween(day, today), luck);
        walked.push(...done.drafts);
        if (done.isDone) lastDone.set(task.id, day);
      }
      walked.push({
        atMs: clock + 5 * minute,
        kind: 'hand-over',
        by,
        machineId: null,
        roundId,
        body: { scope: 'round', done: due.length - skipped, skipped, left: 0 },
      });
    }
  }
  return { walked, rounds };
}

/** What is written at a stop that is not passed over; a look that is not in order leaves its task to be done. */
function visitOf(
  task: DemoTask,
  visit: Pick<Draft, 'atMs' | 'by'> & { roundId: string },
  daysAgo: number,
  luck: Chance,
): { drafts: Draft[]; isDone: boolean } {
  const here = { ...visit, machineId: task.machineId, pointId: task.pointId };
  const done = { ...here, taskIds: [task.id], ...serviceOf(task, luck) };
  if (!task.plan.readings) return { drafts: [done], isDone: true };
  const { look, found } = lookOf(task, visit.atMs, daysAgo);
  const findings = found.map((finding) => ({ ...here, ...finding }));
  return putsNothingIn(task.plan.action)
    ? { drafts: [...findings, { ...here, taskIds: [task.id], ...look }], isDone: found.length === 0 }
    : // Where something goes in, what was read stands beside it.
      { drafts: [...findings, { ...here, ...look }, done], isDone: true };
}

/** Things to be found in what was read: by machine, point and name of the reading, what it showed so many days ago. */
const stories: { machine: string; point: string; name: string; value: (daysAgo: number) => number | undefined }[] = [
  // Somebody left the by-pass of the filter open.
  {
    machine: 'CP-O1',
    point: 'Circulating tank',
    name: 'Filter difference',
    value: (ago) => (ago < 19 ? 0.04 : undefined),
  },
  // A ring that hangs: the bearing lives on what is left in its grooves.
  {
    machine: 'CP-W1',
    point: 'Journal bearing, free end',
    name: 'Bearing temperature',
    value: (ago) => (ago < 8 ? 81 : ago < 15 ? 66 : undefined),
  },
  // Nobody ever opened its valve, and the look says in order each time.
  { machine: 'SO-1', point: 'Tail roller bearing', name: 'Left in the lubricator', value: () => 96 },
  // The gauge has stuck.
  {
    machine: 'P2',
    point: 'Main hydraulic set',
    name: 'Gauge less display',
    value: (ago) => (ago < 10 ? 14 : undefined),
  },
];

type Said = Pick<Draft, 'kind' | 'kindVersion' | 'body'>;

/** What is as it should be. */
const seenFirst = (name: LookName): { what: string; seen: string } => {
  const { words, answers }: Look = looks[name];
  return { what: words, seen: Object.values(answers)[0]!.words };
};

/** A temperature that is read every few minutes on its way to where it levels; anything else once. */
const coursesOf = (quantity: string, value: number): { value: number; afterMin?: number }[] =>
  quantity === 'temperature-rise'
    ? [0, 10, 20, 30, 40].map((afterMin) => ({ value: Math.round(value - 30 * Math.exp(-afterMin / 9)), afterMin }))
    : [{ value }];

/** What is read at a look, each between what it usually is; by chances of its own, so that nothing else falls otherwise. */
function lookOf({ id, plan, machine, point }: DemoTask, atMs: number, daysAgo: number): { look: Said; found: Said[] } {
  const luck = chance(atMs / 60_000 + id.charCodeAt(id.length - 1));
  const taken = plan.readings!.map((asked) => {
    const {
      name,
      usual: [low, high],
      fallsInDays,
      wears,
    } = asked;
    const told = stories.find(
      (each) => each.machine === machine.code && each.point === point.name && each.name === name,
    );
    const share = fallsInDays === undefined ? 0 : (atMs / 86_400_000 / fallsInDays) % 1;
    const usual = wears
      ? high - ((high - low) * daysAgo) / 365
      : fallsInDays === undefined
        ? luck.between(low, high)
        : high - (high - low) * share;
    const exact = told?.value(daysAgo) ?? usual;
    const value = Number(exact.toPrecision(Math.abs(exact) >= 100 ? 3 : 2));
    return { asked, value, ...(asked.validIn && { state: asked.validIn }) };
  });
  const seen = (plan.looks ?? []).map((name) => {
    const told = name === 'ring' && machine.code === 'CP-W1' && point.name.endsWith('free end') && daysAgo < 8;
    return told ? { what: looks.ring.words, seen: looks.ring.answers.still.words } : seenFirst(name);
  });
  const here = { kind: point.kind, consequence: point.consequence ?? 2 };
  const found = [
    ...taken.flatMap(({ asked, ...read }) => findingOfReading(asked, read, here) ?? []),
    ...seen.flatMap((each) => findingOfLook(each, here) ?? []),
  ];
  return {
    found: found.map((body) => ({ kind: 'finding', kindVersion: 2, body: { ...body, proposed: body.urgency } })),
    look: {
      kind: 'check',
      kindVersion: 2,
      body: {
        result: found.length > 0 ? 'off' : 'in-order',
        ...(seen.length > 0 && { looks: seen }),
        readings: taken.flatMap(({ asked, value, ...read }) =>
          coursesOf(asked.quantity, value).map((each) => ({
            quantity: asked.name,
            unit: asked.unit,
            ...each,
            ...read,
          })),
        ),
      },
    },
  };
}

/** What a technician writes when a task is done as planned, give or take. */
function serviceOf(
  { plan, lubricantId, amount, gunId, gramsPerStroke, machine }: DemoTask,
  luck: Chance,
): Pick<Draft, 'kind' | 'body'> {
  const round = (value: number, step: number) => Math.round(value / step) * step;
  if (plan.action === 'grease' && gunId) {
    const strokes = strokesOf(amount!, gramsPerStroke);
    return {
      kind: 'grease',
      body: { lubricantId, massG: Number((strokes * gramsPerStroke).toFixed(2)), strokes, gunId },
    };
  }
  if (plan.action === 'grease') return { kind: 'grease', body: { lubricantId, massG: amount! } };
  if (plan.action === 'oil-change')
    return {
      kind: 'oil-change',
      body: { lubricantId, volumeL: amount!, drainedL: Number(round(amount! * luck.between(0.93, 1), 0.1).toFixed(1)) },
    };
  if (putsNothingIn(plan.action)) return { kind: 'check', body: { result: 'in-order' } };
  if (plan.kind === 'to-mark') {
    const litres = machine.code === 'P1' ? luck.between(1, 3.5) : luck.happens(0.35) ? luck.between(0.05, 0.4) : 0;
    return { kind: 'top-up', body: { lubricantId, amountKind: 'litres', amount: Number(litres.toFixed(2)) } };
  }
  return { kind: 'top-up', body: { lubricantId, amountKind: plan.kind, ...(amount !== null && { amount }) } };
}

/** What of the register incidents are told of. */
function scenes(register: DemoRegister, today: string, at: (day: string, hours: number) => number) {
  const task = (machine: string, action: string, place = 0) =>
    register.tasks.filter((each) => each.machine.code === machine && each.plan.action === action)[place]!;
  return {
    task,
    about: (each: DemoTask) => ({ machineId: each.machineId, pointId: each.pointId }),
    ago: (days: number, hours: number) => at(addDays(today, -days), hours),
    pressSet: task('P1', 'top-up'),
    fan: task('SD-F2', 'grease', 2),
    trunnion: task('BM-1', 'grease', 2),
  };
}

/** Findings, notes and overrides that a plant has in a year. */
const incidents = (
  register: DemoRegister,
  rateOf: Map<string, number>,
  start: string,
  today: string,
  at: (day: string, hours: number) => number,
): Draft[] => [
  ...foundInAYear(scenes(register, today, at)),
  ...decidedInAYear(scenes(register, today, at), register, today),
  ...changedInAYear(scenes(register, today, at), register, rateOf, start),
];

function foundInAYear({ task, about, ago, pressSet, fan }: ReturnType<typeof scenes>): Draft[] {
  return [
    {
      atMs: ago(64, 9.2),
      kind: 'finding',
      by: 'HB',
      ...about(pressSet),
      body: { what: 'leak', urgency: 'watch', text: 'Wet below the pressure hose, dirt sticks to it.' },
    },
    {
      atMs: ago(2, 9.6),
      kind: 'finding',
      by: 'HB',
      ...about(pressSet),
      body: {
        what: 'leak',
        urgency: 'plan',
        text: 'Needs three litres a week by now. Hose at the left cylinder sweats.',
      },
    },
    {
      atMs: ago(12, 10.1),
      kind: 'finding',
      by: 'TO',
      ...about(fan),
      body: { what: 'hot', urgency: 'plan', text: '96 °C by infrared, 92 °C last month.' },
    },
    {
      atMs: ago(31, 8.4),
      kind: 'finding',
      by: 'TO',
      ...about(task('GL1-01', 'grease')),
      body: { what: 'grease-thrown', urgency: 'watch', text: 'Grease on the pulley side, seal lip turned over.' },
    },
    {
      atMs: ago(5, 14),
      kind: 'finding',
      by: 'JK',
      ...about(task('TR-G1', 'top-up', 0)),
      body: { what: 'milky', urgency: 'plan', text: 'A little cloudy in the glass. Left a sample to stand.' },
    },
  ];
}

function decidedInAYear(
  { task, about, ago, pressSet, trunnion }: ReturnType<typeof scenes>,
  register: DemoRegister,
  today: string,
): Draft[] {
  return [
    {
      atMs: ago(90, 11),
      kind: 'note',
      by: 'MS',
      machineId: pressSet.machineId,
      body: { text: 'Hose set ordered for the spring shutdown.' },
    },
    {
      atMs: ago(40, 15),
      kind: 'note',
      by: 'HB',
      ...about(task('BM-2', 'grease', 2)),
      body: { text: 'Second fitting is behind the splash plate: the short hose reaches it.' },
    },
    {
      atMs: ago(75, 13),
      kind: 'override',
      by: 'MS',
      ...about(trunnion),
      body: {
        taskId: trunnion.id,
        field: 'interval',
        unit: 'h',
        computed: trunnion.stages.at(-1)!.hours!,
        value: 350,
        reason: 'Water gets in at the drum neck: little and often keeps it out.',
      },
    },
    {
      atMs: ago(9, 8),
      kind: 'grease',
      by: 'TO',
      ...about(trunnion),
      taskIds: [trunnion.id],
      body: {
        lubricantId: trunnion.lubricantId,
        massG: trunnion.amount!,
        note: 'Little and often, as the planner wants it.',
      },
    },
    {
      atMs: ago(2, 15),
      kind: 'postpone',
      by: 'MS',
      ...about(task('BM-C1', 'grease', 1)),
      taskIds: [task('BM-C1', 'grease', 1).id],
      body: {
        untilOn: addDays(today, 6),
        wasDueOn: addDays(today, -12),
        reason: 'Scaffold stands in the way until next week.',
      },
    },
    {
      atMs: ago(3, 16),
      kind: 'note',
      by: 'HB',
      machineId: register.machineIds.get('P2')!,
      body: { event: 'die-change', text: 'Dies changed to the 30 by 60 format.' },
    },
    {
      atMs: ago(6, 7.5),
      kind: 'note',
      by: 'TO',
      machineId: register.machineIds.get('CP-W2')!,
      body: { event: 'flood', text: 'Sump pump tripped, water stood to the base plate.' },
    },
  ];
}

function changedInAYear(
  { about, ago, fan }: ReturnType<typeof scenes>,
  register: DemoRegister,
  rateOf: Map<string, number>,
  start: string,
): Draft[] {
  return [
    {
      atMs: ago(newDial.daysAgo, 10),
      kind: 'meter-change',
      by: 'TO',
      machineId: register.machineIds.get(newDial.code)!,
      body: {
        meterId: register.meterIds.get(newDial.code)!,
        oldValue: dialOf(
          machines.find(({ code }) => code === newDial.code)!,
          rateOf.get(newDial.code)!,
          start,
        ).oldDial(),
        newValue: 0,
        note: 'Glass broken, dial replaced.',
      },
    },
    {
      atMs: ago(50, 13),
      kind: 'override',
      by: 'MS',
      ...about(fan),
      body: {
        taskId: fan.id,
        field: 'amount',
        unit: 'g',
        computed: fan.amount,
        value: 24,
        reason: 'Long supply line; a few grams stay in it.',
      },
    },
  ];
}

/** What became of the findings: one is taken on, one is past its day, one is closed with the work that ended it. */
function followUps(
  entries: readonly Stamped[],
  register: DemoRegister,
  today: string,
  at: (day: string, hours: number) => number,
  luck: Chance,
): Stamped[] {
  const foundOf = (begins: string) =>
    entries.find(({ envelope: { kind, body } }) => kind === 'finding' && String(body.text).startsWith(begins))!
      .envelope;
  const ago = (days: number, hours: number) => at(addDays(today, -days), hours);
  const about = (begins: string, atMs: number, by: string, kind: Draft['kind'], body: Draft['body']): Stamped => {
    const { machineId, pointId } = foundOf(begins);
    return stamped({ atMs, kind, by, machineId: machineId!, ...(pointId && { pointId }), body }, register, luck);
  };
  const person = (initials: string) => register.personIds.get(initials)!;
  const hose = 'Wet below';
  const fan = '96 °C';
  const thrown = 'Grease on the pulley';
  const work = about(thrown, ago(27, 14), 'TO', 'note', {
    text: 'Fitters put a new lip seal in, old grease taken out.',
  });
  return [
    about(hose, ago(1, 13), 'MS', 'follow-up', {
      does: 'take',
      findingId: foundOf(hose).id,
      ownerId: person('MS'),
      byOn: addDays(today, 9),
      note: 'Hose set lies in the store, fitted in the next stop of the press.',
    }),
    about(fan, ago(11, 7), 'MS', 'follow-up', {
      does: 'take',
      findingId: foundOf(fan).id,
      ownerId: person('TO'),
      byOn: addDays(today, -4),
    }),
    work,
    about(thrown, ago(26, 9), 'MS', 'follow-up', {
      does: 'close',
      findingId: foundOf(thrown).id,
      cause: 'lip seal turned over by too much grease',
      answeredBy: work.envelope.id,
    }),
  ];
}

/** What stands open: a by-pass that nobody thought of again, and a drain over night that was handed on with its lock. */
function leftOpen(
  register: DemoRegister,
  today: string,
  at: (day: string, hours: number) => number,
  luck: Chance,
): Stamped[] {
  const { task, ago } = scenes(register, today, at);
  const write = (
    { id, machineId, pointId }: DemoTask,
    atMs: number,
    by: string,
    kind: Draft['kind'],
    body: Draft['body'],
    taskIds = [id],
  ) => stamped({ atMs, kind, by, machineId, pointId, taskIds, body }, register, luck);
  const [tank, gear] = [task('CP-O1', 'check', 3), task('RM-C3', 'oil-change')];
  const opened = (name: string, thing: string, minutes: number) =>
    write(gear, ago(1, 19) + minutes * minute, 'TO', 'open', {
      does: 'open',
      name,
      runs: 'never',
      thing,
      at: { procedure: 'oil-change-splash-gear 1', step: `open-${thing}` },
    });
  const lock = write(gear, ago(1, 19), 'TO', 'isolation', {
    does: 'lock',
    lockNo: '41',
    proved: gear.machine.energy!.map(([source, proof]) => ({ source, proof })),
    tryStarted: true,
    controlsBack: true,
  });
  const [filler, drain] = [opened('Filler', 'filler', 6), opened('Drain plug', 'drain', 9)];
  const toId = register.personIds.get('HB')!;
  const handedOn = ago(1, 20.5);
  return [
    write(
      tank,
      ago(19, 9),
      'TO',
      'open',
      {
        does: 'open',
        name: 'By-pass of the filter',
        runs: 'supervised',
        minutes: 30,
        note: 'Element changed on the run.',
      },
      [],
    ),
    lock,
    filler,
    drain,
    write(gear, handedOn, 'TO', 'isolation', { does: 'hand-on', lockId: lock.envelope.id, toId }),
    ...[filler, drain].map(({ envelope: { id, body } }) =>
      write(gear, handedOn + minute, 'TO', 'open', { does: 'hand-on', openId: id, toId, name: body.name }),
    ),
  ];
}

type Stamped = { envelope: EntryEnvelope; receivedAt: Date };

/** A wrong lubricant put right, and a doubled entry voided: corrections beside their originals. */
function mistakes(entries: readonly Stamped[], register: DemoRegister, now: Date, luck: Chance): Stamped[] {
  const topUps = entries.filter(
    ({ envelope: { kind, body } }) => kind === 'top-up' && body.amountKind === 'litres' && Number(body.amount) > 0,
  );
  const wrong = topUps.at(-9);
  const doubled = topUps.at(-4);
  const correct = ({ envelope: { id, machineId, pointId } }: Stamped, body: Record<string, unknown>): Stamped => {
    const atMs = now.getTime() - 15 * minute;
    return {
      envelope: envelopeOf(
        { atMs, kind: 'correction', by: 'MS', body, machineId, ...(pointId && { pointId }) },
        register,
        luck,
        id,
      ),
      receivedAt: new Date(atMs + 4000),
    };
  };
  return [
    ...(wrong
      ? [
          correct(wrong, {
            reason: 'Litres were read off the wrong scale of the can.',
            replacement: {
              happenedAt: wrong.envelope.happenedAt,
              offsetMinutes: wrong.envelope.offsetMinutes,
              taskIds: wrong.envelope.taskIds,
              body: { ...wrong.envelope.body, amount: Number((Number(wrong.envelope.body.amount) / 2).toFixed(2)) },
            },
          }),
        ]
      : []),
    ...(doubled ? [correct(doubled, { void: true, reason: 'Written twice: the tablet had no signal.' })] : []),
  ];
}
