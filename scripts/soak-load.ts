// The load of `npm run soak`: writers, devices that are often offline, and planners, all at once, until a line arrives on
// standard input; then everything is brought home and the book is held against what was acknowledged. Prints one JSON line.
import 'fake-indexeddb/auto';
import { createInterface } from 'node:readline';
import { ulid } from 'ulid';
import { type Database, connect } from '@/db/connection';
import type { Desk } from '@/desk/desk';
import { verifyLog } from '@/desk/log/verify';
import { compareWithLog } from '@/desk/standing/rebuild';
import { updateTask } from '@/desk/plan/tasks';
import { saveClosures } from '@/desk/register/machines';
import { chance } from '@/demo/chance';
import { Outbox } from '@/outbox/outbox';
import { type EntryInput } from '@/core/entry/envelope';

const [baseUrl, databaseUrl, seedText, writersText] = process.argv.slice(2) as [string, string, string, string];
const luck = chance(Number(seedText));
const whole = (below: number): number => Math.floor(luck.next() * below);
const pick = <Value>(list: readonly Value[]): Value => list[whole(list.length)]!;
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const db: Database = connect(databaseUrl, 4);
/** Set once the time is up, while the others are still waiting for something. */
let over = false;
const isOver = (): boolean => over;

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

/** What the book has said that it has, by identifier, with what was sent. */
const acknowledged = new Map<string, EntryInput>();
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
  for (;;) {
    tries += 1;
    const answer = await fetch(baseUrl + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(20_000),
    }).catch(() => undefined);
    if (answer?.ok) {
      const said = (await answer.json().catch(() => undefined)) as { id?: string } | undefined;
      if (said) return said;
    } else if (answer && [409, 422].includes(answer.status)) {
      if (!mayRefuse) refused.push(`${path} ${answer.status} ${await answer.text().catch(() => '')}`);
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

/** A device with the real outbox: begins rounds, writes on them and signs, while answers get lost and strangers answer. */
async function device(number: number): Promise<void> {
  const outbox = await Outbox.open(`device-${number}`, { random: luck.next });
  const put: EntryInput[] = [];
  const rounds: string[] = [];
  const unreliable = async (path: string, init: RequestInit): Promise<Response> => {
    const fate = whole(20);
    if (fate === 0) throw new TypeError('no signal');
    if (fate === 1)
      return new Response('<h1>Sign in to the wireless</h1>', { headers: { 'content-type': 'text/html' } });
    if (fate === 2) return new Response('bad gateway', { status: 502 });
    const answer = await fetch(baseUrl + path, init);
    if (fate === 3) throw new TypeError('the answer was lost');
    return answer;
  };
  while (!isOver()) {
    const routeId = pick(routes).routeId;
    const stops = [...new Set(routes.filter((stop) => stop.routeId === routeId).map(({ taskId }) => taskId))].slice(
      0,
      5,
    );
    const personId = pick(people).id;
    const roundId = ulid();
    await outbox.putRound({ id: roundId, routeId, personId, startedAt: new Date().toISOString(), stops }, Date.now());
    rounds.push(roundId);
    const keep = async (entry: EntryInput) => {
      put.push(entry);
      await outbox.put(entry, Date.now());
    };
    for (const taskId of stops) {
      const task = tasks.find(({ id }) => id === taskId);
      if (task) await keep(entryOf(task, { personId, roundId, happenedAt: new Date().toISOString() }));
    }
    const signature = { scope: 'round', done: stops.length, skipped: 0, left: 0 };
    await keep({
      ...entryOf(tasks[0]!, { kind: 'hand-over', body: signature, personId, roundId, taskIds: [] }),
      machineId: null,
      pointId: null,
    });
    for (let pass = 0; pass < 6 && !isOver(); pass += 1) {
      await outbox.send(Date.now(), unreliable, luck.happens(0.5));
      await pause(100 + whole(400));
    }
  }
  for (let pass = 0; (await outbox.all()).some((queued) => !queued.refused) && pass < 400; pass += 1) {
    await outbox.send(Date.now(), (path, init) => fetch(baseUrl + path, init), true);
    await pause(50);
  }
  for (const queued of await outbox.all())
    refused.push(
      `device ${'round' in queued ? 'round' : queued.entry.kind}: ${queued.refused?.reason ?? 'still waiting'}`,
    );
  const left = new Set((await outbox.all()).map(({ id }) => id));
  for (const entry of put) if (!left.has(entry.id)) acknowledged.set(entry.id, entry);
  for (const id of rounds) if (!(await db.Round.findByPk(id))) refused.push(`round ${id} is not in the book`);
}

/** A planner beside them, on a connection of its own: changes of tasks and of the whole plant. */
async function planner(): Promise<void> {
  const actor = { id: people[0]!.id, initials: people[0]!.initials, name: people[0]!.name };
  while (!isOver()) {
    const desk: Desk = { db, now: new Date(), actor };
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
  device(1),
  device(2),
  device(3),
  planner(),
  planner(),
]);
console.log('soaking');
for await (const line of createInterface({ input: process.stdin })) if (line) break;
over = true;
await everybody;

const rows = new Map(
  (await db.Entry.findAll({ attributes: ['id', 'kind', 'body', 'machineId'] })).map((row) => [row.id, row] as const),
);
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, each: unknown) =>
    typeof each === 'object' && each !== null && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).sort(([a], [b]) => (a < b ? -1 : 1)))
      : each,
  );
const lost = [...acknowledged.keys()].filter((id) => !rows.has(id));
const falsified = [...acknowledged.values()].filter((entry) => {
  const row = rows.get(entry.id);
  return row && (row.kind !== entry.kind || canonical(JSON.parse(row.body)) !== canonical(entry.body));
});
const byBook = [...rows.values()].filter(({ kind, body }) => kind === 'finding' && body.includes('double-dose')).length;
const stored = rows.size - before;
const readingRows = await db.Entry.count({ where: { kind: 'reading', deviceId: 'api:api' } });
const { firstBroken, entries } = await verifyLog(db);
const { differences } = await compareWithLog(db);
const checks = [
  { name: 'nothing acknowledged is lost', ok: lost.length === 0, said: lost.slice(0, 5) },
  { name: 'nothing acknowledged is other than it was sent', ok: falsified.length === 0, said: falsified.slice(0, 3) },
  { name: 'nothing was refused or is still on a device', ok: refused.length === 0, said: refused.slice(0, 5) },
  {
    name: 'nothing is there twice, or without having been sent',
    ok: stored - byBook - acknowledged.size - readingRows === 0,
    said: { stored, byBook, acknowledged: acknowledged.size, readingRows },
  },
  { name: 'the chain of seals is whole', ok: firstBroken === null && entries === rows.size, said: { firstBroken } },
  { name: 'the projection says what a rebuild says', ok: differences.length === 0, said: differences.slice(0, 2) },
];
console.log(JSON.stringify({ checks, acknowledged: acknowledged.size, readings, planChanges, tries }));
await db.close();
process.exit(0);
