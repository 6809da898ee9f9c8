// The load of `npm run soak`: writers, devices that are often offline, and planners, all at once, until a line with the times
// of the kills arrives on standard input and enough lives of devices were lived; then everything is brought home and the book
// is held against what was acknowledged. Prints one JSON line.
import 'fake-indexeddb/auto';
import { createInterface } from 'node:readline';
import { ulid } from 'ulid';
import { type Database, connect } from '@/db/connection';
import type { Desk } from '@/desk/desk';
import { verifyChanges } from '@/desk/log/verify-changes';
import { verifyLog } from '@/desk/log/verify';
import { openSession } from '@/desk/people/sessions';
import { compareWithLog } from '@/desk/standing/rebuild';
import { updateTask } from '@/desk/plan/tasks';
import { saveClosures } from '@/desk/register/machines';
import { chance } from '@/demo/chance';
import { type EntryInput } from '@/core/entry/envelope';
import { kindsOfTheBook } from '@/core/entry/kinds';
import { recordingFor } from '@/desk/log/recording';
import { type Life, type Material, liveThrough, wrongIn } from './soak-device';

const [baseUrl, databaseUrl, seedText, writersText, sequencesText] = process.argv.slice(2) as [
  string,
  string,
  string,
  string,
  string,
];
const luck = chance(Number(seedText));
const whole = (below: number): number => Math.floor(luck.next() * below);
const pick = <Value>(list: readonly Value[]): Value => list[whole(list.length)]!;
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const db: Database = connect(databaseUrl, 4);
/** When nothing was killed any more, while the others are still waiting for something. */
let overAt: number | null = null;
const isOver = (): boolean => overAt !== null;
/** Then everything is back within minutes, and who waits longer has found a fault. Before, nothing may answer for as long. */
const longestWaitMs = 5 * 60_000;
const isStuck = (since: number): boolean => overAt !== null && Date.now() - Math.max(since, overAt) > longestWaitMs;

type Task = { id: string; version: number; pointId: string; machineId: string; lubricantId: string; title: string };
const tasks = await db.select<Task>(
  `SELECT task.id, task.pointId, lube_point.machineId, assignment.lubricantId, task.title FROM task JOIN lube_point ON lube_point.id = task.pointId
     JOIN assignment ON assignment.pointId = lube_point.id WHERE task.action = 'grease' AND task.retiredOn IS NULL GROUP BY task.id`,
);
const meters = await db.select<{ id: string }>('SELECT id FROM meter');
const people = await db.Person.findAll({ where: { active: true, role: 'technician' } });
const routes = await db.select<{ routeId: string; taskId: string }>(
  "SELECT stop.routeId, stop.taskId FROM stop JOIN task ON task.id = stop.taskId WHERE task.action = 'grease' ORDER BY stop.position",
);
const before = await db.Entry.count();

/** Everybody is signed in before it begins: sessions are rows that outlive every kill. */
const cookies = new Map<string, string>();
for (const { id: personId } of await db.Person.findAll({ where: { active: true } })) {
  const { token } = await openSession(db, new Date(), { personId, how: 'demo', device: 'soak' });
  cookies.set(personId, `tagebuch-session=${token}`);
}
const planning = (await db.Person.findOne({ where: { initials: 'MS' } }))!;
/** Writers send in the name of whoever wrote; readings of meters are a planner's, or a machine's. */
const cookieFor = (body: object): string => cookies.get('personId' in body ? String(body.personId) : planning.id) ?? '';

/** What the book has said that it has, by identifier, with what was sent. */
const acknowledged = new Map<string, EntryInput>();
/** When each try that was acknowledged was sent, and when the word came. */
const words: { sent: number; came: number }[] = [];
const refused: string[] = [];
let readings = 0;
let planChanges = 0;
let tries = 0;

const entryOf = (task: Task, change: Partial<EntryInput> = {}): EntryInput => ({
  id: ulid(),
  kind: 'grease',
  kindVersion: 1,
  body: { lubricantId: task.lubricantId, massG: 1 + whole(40) },
  happenedAt: new Date(Date.now() - whole(20 * 86_400_000)).toISOString(),
  offsetMinutes: 60,
  personId: pick(people).id,
  deviceId: 'soak',
  machineId: task.machineId,
  pointId: task.pointId,
  taskIds: [task.id],
  roundId: null,
  replacesId: null,
  ...change,
});

/** Sends until the book answers with its own word, as a device does. */
async function acknowledge(path: string, body: object, mayRefuse = false): Promise<{ id?: string } | undefined> {
  for (const since = Date.now(); ;) {
    tries += 1;
    const sent = Date.now();
    const answer = await fetch(baseUrl + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: cookieFor(body) },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(20_000),
    }).catch(() => undefined);
    if (answer?.ok) {
      const said = (await answer.json().catch(() => undefined)) as { id?: string } | undefined;
      if (said) {
        words.push({ sent, came: Date.now() });
        return said;
      }
    } else if (answer && [401, 403, 409, 422].includes(answer.status)) {
      if (!mayRefuse) refused.push(`${path} ${answer.status} ${await answer.text().catch(() => '')}`);
      return undefined;
    }
    if (isStuck(since)) {
      refused.push(
        `${path} had no answer of the book for ${longestWaitMs / 60_000} minutes; the last was ${answer?.status ?? 'none'}`,
      );
      return undefined;
    }
    await pause(50 + whole(200));
  }
}

async function writer(): Promise<void> {
  const own: EntryInput[] = [];
  while (!isOver()) {
    const task = pick(tasks);
    const what = whole(10);
    if (what === 0) {
      const sent = { readings: [{ at: new Date(Date.now() - whole(1e8)).toISOString(), value: whole(50_000) }] };
      await acknowledge(`/api/meters/${pick(meters).id}/readings`, sent);
      readings += 1;
      continue;
    }
    const original = what === 1 ? own.pop() : undefined;
    const entry = original
      ? entryOf(task, {
          kind: 'correction',
          body: { void: true, reason: 'Soaked.' },
          // Taken back by whoever wrote it: what others wrote is a planner's to correct.
          personId: original.personId,
          machineId: original.machineId,
          pointId: original.pointId ?? null,
          taskIds: [],
          replacesId: original.id,
        })
      : what === 2
        ? entryOf(task, {
            kind: 'override',
            body: {
              taskId: task.id,
              field: 'interval',
              unit: 'h',
              computed: 100,
              value: 50 + whole(500),
              reason: 'Soaked.',
            },
            taskIds: [],
          })
        : entryOf(task);
    const said = await acknowledge('/api/entries', entry);
    if (said?.id === entry.id) {
      acknowledged.set(entry.id, entry);
      if (entry.kind === 'grease') own.push(entry);
    }
  }
}

/** What devices with the real outbox lived through, one life after another. */
const lives: Life[] = [];
let begun = 0;

/** What a device writes: greasing of one person, rounds of a route, and their signatures. */
function material(personId: string): Material {
  const at = (now: number) => new Date(now).toISOString();
  return {
    entry: (now, roundId) => entryOf(pick(tasks), { personId, roundId, happenedAt: at(now) }),
    round: (now) => {
      const { routeId } = pick(routes);
      const ofRoute = routes.filter((stop) => stop.routeId === routeId).map(({ taskId }) => taskId);
      const stops = [...new Set(ofRoute)].slice(0, 5);
      return { id: ulid(), routeId, personId, startedAt: at(now), plannedAt: at(now), stops };
    },
    signature: (now, round) => ({
      ...entryOf(tasks[0]!, {
        kind: 'hand-over',
        body: { scope: 'round', done: round.stops.length, skipped: 0, left: 0 },
        personId,
        roundId: round.id,
        happenedAt: at(now),
        taskIds: [],
      }),
      machineId: null,
      pointId: null,
    }),
  };
}

/** Lives one life after another, until the time is up and enough were lived. */
async function device(): Promise<void> {
  const reachAs = (personId: string) => (path: string, init: RequestInit) =>
    fetch(baseUrl + path, { ...init, headers: { ...(init.headers as object), cookie: cookies.get(personId)! } });
  while (!isOver() || begun < Number(sequencesText)) {
    const number = (begun += 1);
    const personId = pick(people).id;
    // A chance of its own: which life comes first changes none of them.
    const life = await liveThrough(
      `device-${number}`,
      chance(Number(seedText) * 1000 + number),
      material(personId),
      reachAs(personId),
      isStuck,
    );
    lives.push(life);
    refused.push(...[...life.kept.values()].map((said) => `device ${number} ${said}`));
    // What a device let go of, the book has acknowledged.
    for (const entry of life.written)
      if (!life.takenBack.has(entry.id) && !life.kept.has(entry.id)) acknowledged.set(entry.id, entry);
  }
}

/** A planner beside them, on a connection of its own: changes of tasks and of the whole plant. */
async function planner(): Promise<void> {
  const actor = { id: people[0]!.id, initials: people[0]!.initials, name: people[0]!.name };
  while (!isOver()) {
    const now = new Date();
    const desk: Desk = { db: recordingFor(db, now, actor), now, actor };
    try {
      if (whole(40) === 0) {
        const to = `2027-07-${String(10 + whole(18)).padStart(2, '0')}`;
        await saveClosures(desk, { closures: [{ name: 'Soak', from: '2027-07-01', to }] });
      } else {
        const row = await db.Task.findByPk(pick(tasks).id);
        if (row && !row.intervalComputed)
          await updateTask(desk, row.id, row.version!, {
            action: row.action,
            title: row.title,
            amountKind: row.amountKind,
            amount: row.amount === null ? '' : String(row.amount),
            machineState: row.machineState,
            minutes: String(row.minutes),
            procedureText: row.procedureText,
            meterId: row.meterId ?? '',
            when: `${100 + whole(900)} h`,
          });
        else if (row) await row.increment('minutes', { by: 0 });
      }
      planChanges += 1;
    } catch {
      // The database is away just now; planners try again by hand.
      await pause(200);
    }
    await pause(20 + whole(60));
  }
}

const everybody = Promise.all([
  ...Array.from({ length: Number(writersText) }, writer),
  device(),
  device(),
  device(),
  planner(),
  planner(),
]);
console.log('soaking');
let killedAt: number[] = [];
for await (const line of createInterface({ input: process.stdin }))
  if (line) {
    killedAt = JSON.parse(line) as number[];
    break;
  }
overAt = Date.now();
await everybody;

const rows = new Map(
  (await db.Entry.findAll({ attributes: ['id', 'seq', 'kind', 'body', 'machineId'] })).map(
    (row) => [row.id, row] as const,
  ),
);
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, each: unknown) =>
    typeof each === 'object' && each !== null && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).sort(([a], [b]) => (a < b ? -1 : 1)))
      : each,
  );
const seqOf = new Map([...rows.values()].map(({ id, seq }) => [id, Number(seq)] as const));
const wrong = lives.flatMap((life) => wrongIn(life, seqOf));
const knownRounds = new Set((await db.Round.findAll({ attributes: ['id'] })).map(({ id }) => id));
wrong.push(
  ...lives.flatMap(({ rounds, kept }) =>
    rounds.filter((id) => !knownRounds.has(id) && !kept.has(id)).map((id) => `round ${id} is lost`),
  ),
);
const lost = [...acknowledged.keys()].filter((id) => !rows.has(id));
const falsified = [...acknowledged.values()].filter((entry) => {
  const row = rows.get(entry.id);
  return row && (row.kind !== entry.kind || canonical(JSON.parse(row.body)) !== canonical(entry.body));
});
const byBook = [...rows.values()].filter(({ kind, body }) => kind === 'finding' && body.includes('double-dose')).length;
const byPlanners = [...rows.values()].filter(({ kind }) => kindsOfTheBook.includes(kind)).length;
const stored = rows.size - before - byPlanners;
/** The book has them, and the device that sent them has not heard so yet. */
const unheard = lives.reduce((sum, { kept }) => sum + [...kept.keys()].filter((id) => rows.has(id)).length, 0);
const readingRows = await db.Entry.count({ where: { kind: 'reading', deviceId: 'api:api' } });
const { firstBroken, entries } = await verifyLog(db);
const { differences } = await compareWithLog(db);
const { wrong: changesWrong } = await verifyChanges(db);
const [{ unseen }] = (await db.select<{ unseen: number }>('SELECT COUNT(*) AS unseen FROM change_seen')) as [
  { unseen: number },
];
const checks = [
  { name: 'nothing acknowledged is lost', ok: lost.length === 0, said: lost.slice(0, 40) },
  { name: 'nothing acknowledged is other than it was sent', ok: falsified.length === 0, said: falsified.slice(0, 3) },
  { name: 'nothing was refused or is still on a device', ok: refused.length === 0, said: refused.slice(0, 5) },
  {
    name: 'nothing is there twice, or without having been sent',
    ok: stored - byBook - acknowledged.size - readingRows - unheard === 0,
    said: { stored, byBook, acknowledged: acknowledged.size, readingRows, unheard },
  },
  {
    name: `${lives.length} lives of devices: nothing lost, nothing taken back that came, each machine in order`,
    ok: wrong.length === 0 && lives.length >= Number(sequencesText),
    said: wrong.slice(0, 10),
  },
  {
    name: 'what planners changed is in the log, each change once, and nothing waits to be taken up',
    ok: unseen === 0 && changesWrong.length === 0 && byPlanners > 0,
    said: { unseen, changesWrong, byPlanners },
  },
  { name: 'the chain of seals is whole', ok: firstBroken === null && entries === rows.size, said: { firstBroken } },
  { name: 'the projection says what a rebuild says', ok: differences.length === 0, said: differences.slice(0, 2) },
];
const sum = (of: (life: Life) => number): number => lives.reduce((total, life) => total + of(life), 0);
const lived = {
  lives: lives.length,
  written: sum(({ written }) => written.length),
  takenBack: sum(({ takenBack }) => takenBack.size),
  posts: sum(({ posts }) => posts),
  pagesKilled: sum(({ kills }) => kills),
};
/** From each kill to the first acknowledgement of something that was sent after it (ms); null where none came. */
const untilNextMs = killedAt.map((at) => {
  const after = words.filter(({ sent }) => sent >= at).map(({ came }) => came - at);
  return after.length === 0 ? null : after.reduce((least, ms) => Math.min(least, ms));
});
console.log(
  JSON.stringify({ checks, untilNextMs, acknowledged: acknowledged.size, readings, planChanges, tries, lived }),
);
await db.close();
process.exit(0);
