import { Op } from 'sequelize';
import { possibleMergers } from '@/core/assign/consolidation';
import { isGreaseKind } from '@/core/store/store-room';
import type { Database, Desk } from '../desk';
import { type LubricantNeed, readNeeds } from '../store/needs';
import { judgedOf } from '../store/judged';
import { findLubricant, lubricantsInUse, stockOnHand } from './lists';

type Row<Model extends 'Lubricant' | 'StockItem' | 'Gun' | 'GunCalibration'> = InstanceType<Database[Model]>;

export type StoreRoomLine = {
  lubricant: Row<'Lubricant'>;
  onHand: number;
  unit: 'g' | 'L';
  points: number;
  need: LubricantNeed | undefined;
  oldestOpenedOn: string | null;
};

const inUse = { retiredOn: null };
const stockInUse = (lubricantId?: string) => ({ emptiedOn: null, ...(lubricantId && { lubricantId }) });

/** Every lubricant of the house with what is on hand and where it is used. */
async function readShelf(db: Database): Promise<Omit<StoreRoomLine, 'need'>[]> {
  const [lubricants, stock, used] = await Promise.all([
    lubricantsInUse(db),
    stockOnHand(db),
    db.select<{ lubricantId: string; points: number }>(
      'SELECT lubricantId, COUNT(DISTINCT pointId) AS points FROM due_state WHERE lubricantId IS NOT NULL GROUP BY lubricantId',
    ),
  ]);
  const pointsOf = new Map(used.map(({ lubricantId, points }) => [lubricantId, Number(points)]));
  return lubricants.map((lubricant) => {
    const mine = stock.filter(({ lubricantId }) => lubricantId === lubricant.id);
    return {
      lubricant,
      unit: isGreaseKind(lubricant.kind) ? ('g' as const) : ('L' as const),
      onHand: mine.reduce((sum, { amount }) => sum + amount, 0),
      points: pointsOf.get(lubricant.id) ?? 0,
      oldestOpenedOn: mine.flatMap(({ openedOn }) => openedOn ?? []).sort()[0] ?? null,
    };
  });
}

/** The same with what the plan uses in a year. */
export async function readStoreRoom({ db, now }: Pick<Desk, 'db' | 'now'>): Promise<StoreRoomLine[]> {
  const [lines, needs] = await Promise.all([readShelf(db), readNeeds(db, now)]);
  const needOf = new Map(needs.map((need) => [need.lubricantId, need]));
  return lines.map((line) => ({ ...line, need: needOf.get(line.lubricant.id) }));
}

/** A point that is lubricated with a lubricant. */
export type PointUse = { id: string; machine: string; number: number; name: string };
/** So many of them stand on a lubricant's page; all are listed under Due. */
const shownPoints = 60;

export type LubricantPage = {
  lubricant: Row<'Lubricant'>;
  stock: Row<'StockItem'>[];
  /** Where it is used: the first points by machine and walk, and how many there are. */
  points: { shown: PointUse[]; count: number };
  need: LubricantNeed | undefined;
  guns: { gun: Row<'Gun'>; calibrations: Row<'GunCalibration'>[] }[];
  replaces: {
    id: string;
    formerName: string;
    /** Code of the machine whose chart has that name; null where it is one everywhere. */
    machine: string | null;
    source: string;
    sourceText: string;
    sourceOn: string;
    note: string;
    by: string;
  }[];
  others: Row<'Lubricant'>[];
};

/** Everything a lubricant's page shows; undefined where there is no such code. */
export async function readLubricantPage(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  code: string,
): Promise<LubricantPage | undefined> {
  const lubricant = await findLubricant(db, code);
  if (!lubricant) return undefined;
  const [stock, [need], points, [used], guns, replaces, others] = await Promise.all([
    db.StockItem.findAll({ where: stockInUse(lubricant.id), order: [['receivedOn', 'ASC']] }),
    readNeeds(db, now, lubricant.id),
    db.select<PointUse>(
      `SELECT STRAIGHT_JOIN lube_point.id, machine.code AS machine, lube_point.number, lube_point.name, lube_point.walkPosition
       FROM (SELECT DISTINCT pointId FROM due_state WHERE lubricantId = :lubricantId) AS used JOIN lube_point ON lube_point.id = used.pointId JOIN machine ON machine.id = lube_point.machineId
       ORDER BY machine.code, lube_point.walkPosition LIMIT ${shownPoints}`,
      { lubricantId: lubricant.id },
    ),
    db.select<{ count: number }>(
      'SELECT COUNT(DISTINCT pointId) AS count FROM due_state WHERE lubricantId = :lubricantId',
      { lubricantId: lubricant.id },
    ),
    db.Gun.findAll({ where: { lubricantId: lubricant.id }, order: [['code', 'ASC']] }),
    db.select<LubricantPage['replaces'][number]>(
      `SELECT replacement.id, replacement.formerName, machine.code AS machine, replacement.source, replacement.sourceText, replacement.sourceOn, replacement.note, person.name AS \`by\`
       FROM replacement JOIN person ON person.id = replacement.personId LEFT JOIN machine ON machine.id = replacement.machineId
       WHERE replacement.lubricantId = :lubricantId ORDER BY replacement.formerName, machine.code`,
      { lubricantId: lubricant.id },
    ),
    db.Lubricant.findAll({ where: { ...inUse, id: { [Op.ne]: lubricant.id } }, order: [['code', 'ASC']] }),
  ]);
  const calibrations =
    guns.length > 0
      ? await db.GunCalibration.findAll({
          where: { gunId: guns.map(({ id }) => id) },
          order: [
            ['doneOn', 'DESC'],
            ['id', 'DESC'],
          ],
        })
      : [];
  return {
    lubricant,
    stock,
    others,
    points: { shown: points, count: Number(used!.count) },
    need,
    guns: guns.map((gun) => ({ gun, calibrations: calibrations.filter(({ gunId }) => gunId === gun.id) })),
    replaces,
  };
}

/** Former products with the lubricants that stand in for them, by name. */
export async function readReplacements(db: Database) {
  return db.select<{
    id: string;
    formerName: string;
    machine: string | null;
    code: string;
    name: string;
    source: string;
    sourceText: string;
    sourceOn: string;
  }>(
    'SELECT replacement.id, replacement.formerName, machine.code AS machine, lubricant.code, lubricant.name, replacement.source, replacement.sourceText, replacement.sourceOn FROM replacement JOIN lubricant ON lubricant.id = replacement.lubricantId LEFT JOIN machine ON machine.id = replacement.machineId ORDER BY replacement.formerName, machine.code, lubricant.code',
  );
}

/** Lubricants that could be one, the more used of each pair kept. */
export async function readMergers(db: Database) {
  const lines = await readShelf(db);
  const uses = new Map(lines.map(({ lubricant, points }) => [lubricant.id, points]));
  const of = (id: string) => lines.find(({ lubricant }) => lubricant.id === id)!;
  return possibleMergers(
    lines.map(({ lubricant }) => judgedOf(lubricant)),
    uses,
  ).map((merger) => ({ ...merger, keep: of(merger.keep), giveUp: of(merger.giveUp) }));
}
