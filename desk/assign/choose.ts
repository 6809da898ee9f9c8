import { type Contents, type Judged, type JudgedLubricant, byFitness, judge } from '@/core/assign/judge';
import { type Ambient, type Requirement, requirementOf } from '@/core/assign/requirement';
import type { Material } from '@/core/compat/vocabulary';
import type { Database } from '../desk';
import { thePlant } from '../plant';
import { insideOf } from './contents';
import { judgedOf } from '../store/judged';

export type Candidate = { lubricant: JudgedLubricant; judged: Judged };
export type Choice = {
  ambient: Ambient;
  requirement: Requirement;
  materials: Material[];
  contents: Contents;
  candidates: Candidate[];
};

export type PointRow = InstanceType<Database['LubePoint']>;

/**
 * Coldest and warmest surroundings of a machine: by the named band, else as its area says, else by all bands of the
 * plant; mild where nobody has said anything.
 */
export async function ambientOf(db: Database, machineId: string, band: string | null = null): Promise<Ambient> {
  const { ambientBands } = await thePlant(db);
  const machine = band === null ? await db.Machine.findByPk(machineId) : null;
  const area = machine && (await db.Area.findByPk(machine.areaId));
  if (area?.coldestC != null && area.warmestC != null) return { minC: area.coldestC, maxC: area.warmestC };
  const wanted = ambientBands.filter(({ name }) => band === null || name === band);
  if (wanted.length === 0) return { minC: 5, maxC: 35 };
  return { minC: Math.min(...wanted.map(({ fromC }) => fromC)), maxC: Math.max(...wanted.map(({ toC }) => toC)) };
}

/** Everything the oil at a point touches: its own materials and those of all points on the same reservoir. */
async function materialsAt(db: Database, point: PointRow): Promise<Material[]> {
  const fed = point.reservoirId
    ? await db.LubePoint.findAll({ where: { reservoirId: point.reservoirId, retiredOn: null } })
    : [];
  return [
    ...new Set(
      [point, ...fed].flatMap(({ materials, details }) => [
        ...materials,
        ...(['bronze', 'steel', 'cast-iron'].includes(String(details.wheelMaterial))
          ? [details.wheelMaterial as Material]
          : []),
      ]),
    ),
  ];
}

/** What a point asks for and every lubricant of the store room judged against it, best first. */
export async function chooseFor(db: Database, point: PointRow, ambient: Ambient): Promise<Choice> {
  const [lubricants, materials, { filled, toppedUp }, reservoir] = await Promise.all([
    db.Lubricant.findAll({ where: { retiredOn: null } }),
    materialsAt(db, point),
    insideOf(db, point),
    point.reservoirId ? db.Reservoir.findByPk(point.reservoirId) : null,
  ]);
  const requirement = requirementOf(point.kind, point.details, ambient);
  // Of what came empty nobody has to write a filling before it is known to hold nothing.
  const inside = [filled, ...toppedUp].flatMap((id) => id ?? []);
  const isKnown = filled !== null || Boolean(reservoir?.comesEmpty);
  const rows = isKnown ? await db.Lubricant.findAll({ where: { id: inside } }) : [];
  const contents = isKnown ? inside.flatMap((id) => rows.find((row) => row.id === id) ?? []).map(judgedOf) : 'unknown';
  const surroundings = { materials, contents } as const;
  const candidates = lubricants.map((row) => {
    const lubricant = judgedOf(row);
    return { lubricant, judged: judge(lubricant, requirement, surroundings) };
  });
  return { ambient, requirement, ...surroundings, candidates: byFitness(candidates, requirement) };
}
