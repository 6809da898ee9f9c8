// What writing costs at the desk, beside the same rows inserted bare by the same connections, one durable transaction each.
import { connect } from '@/desk/desk';
import { writeEntry } from '@/desk/write/write-entries';
import { idOf, perMachine } from './large-plant';

const seconds = 4;
// As the user that may make tables of the bench’s own; the application’s may not.
const db = connect(process.env.SCHEMA_DATABASE_URL!);
const [first] = await db.select<{ many: number }>('SELECT COUNT(*) AS many FROM machine');
const machines = Number(first!.many);

const shown = new Map<number, number>();
/** What a meter shows next: hardly more than it showed last, as what runs faster than a day has hours would be left out. */
async function nextShown(meter: number): Promise<number> {
  const last = shown.get(meter) ?? (await db.MeterStanding.findByPk(idOf('C', meter)))!.shown!;
  shown.set(meter, last + 0.004);
  return last + 0.004;
}
let turn = Date.now();

/** One reading of a machine’s meter. */
async function read(machine: number, nth: number): Promise<void> {
  turn += 1;
  const meter = (machine - 1) * perMachine.meters + 1 + nth;
  const outcome = await writeEntry(db, new Date(), {
    id: idOf('Z', turn),
    kind: 'reading',
    kindVersion: 1,
    body: { meterId: idOf('C', meter), value: await nextShown(meter) },
    happenedAt: new Date().toISOString(),
    offsetMinutes: 0,
    personId: idOf('H', 1),
    deviceId: 'bench',
    machineId: idOf('M', machine),
    pointId: null,
    taskIds: [],
  });
  if (!outcome.ok) throw new Error(outcome.reason);
}

/** The row and a link of an entry, as they are, and nothing else. */
async function insertBare(): Promise<void> {
  turn += 1;
  const id = idOf('Z', turn);
  const [now, hash] = [new Date(), '0'.repeat(64)];
  const row = {
    ...{ id, seq: turn, kind: 'reading', kindVersion: 1, body: `{"meterId":"${idOf('C', 1)}","value":1}` },
    ...{ happenedAt: now.toISOString(), happenedAtUtc: now, offsetMinutes: 0, receivedAt: now, personId: idOf('H', 1) },
    ...{ deviceId: 'bench', machineId: idOf('M', 10), pointId: null, taskIds: '[]', roundId: null, replacesId: null },
    ...{ previousHash: hash, hash },
  };
  await db.transaction(async (transaction) => {
    await db.insert('bare_entry', [row], transaction);
    await db.insert('bare_link', [{ entryId: id, taskId: idOf('T', 1) }], transaction);
  });
}

/** How often so many workers get something done in a second. */
async function perSecond(workers: number, work: (worker: number) => Promise<void>): Promise<number> {
  const until = performance.now() + seconds * 1000;
  let count = 0;
  const one = async (worker: number) => {
    while (performance.now() < until) {
      await work(worker);
      count += 1;
    }
  };
  await Promise.all(Array.from({ length: workers }, (_, worker) => one(worker)));
  return count / seconds;
}

for (const table of ['entry', 'link'])
  await db.sequelize.query(
    `CREATE TABLE IF NOT EXISTS bare_${table} LIKE ${table === 'entry' ? 'entry' : 'entry_task'}`,
  );
try {
  // Both compiled before either is measured, the entries of machines that are not written about again.
  await perSecond(8, insertBare);
  await perSecond(1, () => read(machines - 1, 5));
  for (const [phase, [workers, spread]] of (
    [
      [1, true],
      [8, true],
      [32, true],
      [8, false],
    ] as const
  ).entries()) {
    const machineOf = (worker: number) => (spread ? 1 + ((9 + worker * 2) % machines) : 10);
    const bare = await perSecond(workers, insertBare);
    // The first entry of a machine reads its plan and its log; those after it go on from there.
    const begun = performance.now();
    for (let worker = 0; worker < (spread ? workers : 1); worker += 1) await read(machineOf(worker), phase);
    const firstMs = (performance.now() - begun) / (spread ? workers : 1);
    const entries = await perSecond(workers, (worker) => read(machineOf(worker), phase));
    console.log(
      `  ${String(workers).padStart(2)} at once on ${spread ? 'different machines' : 'one machine'}: ${entries.toFixed(0)} entries/s, bare inserts ${bare.toFixed(0)}/s: ${(bare / entries).toFixed(1)} ×; first of a machine ${firstMs.toFixed(0)} ms`,
    );
  }
} finally {
  await db.sequelize.query('DROP TABLE bare_entry, bare_link');
  await db.close();
}
