import type { Transaction } from 'sequelize';
import { type FloorPlan, floorPlanSchema } from '@/core/floor/floor-plan';
import { checkVersion, saving } from '../change/save';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { alone } from '../locks';
import { parseForm } from '../parse';

/** There is one floor plan. */
const only = 1;

/** The floor plan with what could stand on it. */
export type FloorPlanRead = {
  plan: FloorPlan;
  /** 0 while none was saved. */
  version: number;
  machines: { code: string; name: string; area: string }[];
  areas: { code: string; name: string }[];
};

/** Where everything in use is. What was taken out of use is not on the plan any more; its place is kept in case it comes back. */
export async function readFloorPlan(db: Database): Promise<FloorPlanRead> {
  const [drawing, areas, machines] = await Promise.all([
    db.FloorPlan.findByPk(only),
    db.Area.findAll({ order: [['position', 'ASC']] }),
    db.select<{ code: string; name: string; area: string; x: number | null; y: number | null }>(
      `SELECT machine.code, machine.name, area.code AS area, machine_place.x, machine_place.y
       FROM machine JOIN area ON area.id = machine.areaId LEFT JOIN machine_place ON machine_place.machineId = machine.id
       WHERE machine.retiredOn IS NULL ORDER BY area.position, machine.code`,
    ),
  ]);
  return {
    plan: {
      nodes: drawing?.nodes ?? [],
      aisles: drawing?.aisles ?? [],
      stores: drawing?.stores ?? [],
      areas: areas.flatMap(({ code, outline }) => (outline ? [{ code, ...outline }] : [])),
      machines: machines.flatMap(({ code, x, y }) => (x === null || y === null ? [] : [{ code, x, y }])),
    },
    version: versionOf(drawing),
    machines: machines.map(({ code, name, area }) => ({ code, name, area })),
    areas: areas.map(({ code, name }) => ({ code, name })),
  };
}

/**
 * Saves the whole plan as it was drawn, or nothing of it.
 * @param version of the plan that the drawing began from
 */
export async function saveFloorPlan({ db }: Desk, version: number, values: unknown): Promise<Result<null>> {
  const form = parseForm(floorPlanSchema, values);
  if (!form.ok) return form;
  const plan = form.value;
  return saving(() =>
    alone(db, 'plant', async (transaction) => {
      const drawing = await db.FloorPlan.findByPk(only, { transaction });
      const stale = checkVersion({ version: versionOf(drawing) }, version);
      if (stale) return stale;
      const [machineIds, areaIds] = await Promise.all([idsOfMachines(db, transaction), idsOfAreas(db, transaction)]);
      const strangers = [
        ...plan.machines.filter(({ code }) => !machineIds.has(code)).map(({ code }) => `machine ${code}`),
        ...plan.areas.filter(({ code }) => !areaIds.has(code)).map(({ code }) => `area ${code}`),
      ];
      if (strangers.length > 0)
        return refusal(
          'invalid',
          `There is no ${strangers.slice(0, 5).join(', no ')} in the plant. Take it off the plan, or add it first.`,
        );
      const { nodes, aisles, stores } = plan;
      if (drawing) {
        // Also where only a machine was moved, whoever drew meanwhile shall hear of it.
        drawing.changed('nodes', true);
        await drawing.update({ nodes, aisles, stores }, { transaction });
      } else await db.FloorPlan.create({ id: only, nodes, aisles, stores }, { transaction });
      await db.MachinePlace.destroy({ where: { machineId: [...machineIds.values()] }, transaction });
      await db.MachinePlace.bulkCreate(
        plan.machines.map(({ code, x, y }) => ({ machineId: machineIds.get(code)!, x, y })),
        { transaction },
      );
      await saveAreas(db, plan.areas, areaIds, transaction);
      return done(null);
    }),
  );
}

/** Counted from 1, so that none at all has a version too. */
const versionOf = (drawing: { version: number } | null): number => (drawing ? drawing.version + 1 : 0);

const idsOfMachines = async (db: Database, transaction: Transaction): Promise<Map<string, string>> => {
  const machines = await db.Machine.findAll({ where: { retiredOn: null }, attributes: ['id', 'code'], transaction });
  return new Map(machines.map(({ id, code }) => [code, id]));
};

const idsOfAreas = async (db: Database, transaction: Transaction): Promise<Map<string, string>> =>
  new Map((await db.Area.findAll({ attributes: ['id', 'code'], transaction })).map(({ id, code }) => [code, id]));

async function saveAreas(
  db: Database,
  drawn: FloorPlan['areas'],
  areaIds: ReadonlyMap<string, string>,
  transaction: Transaction,
): Promise<void> {
  const outlines = new Map(drawn.map(({ code, ...outline }) => [code, outline]));
  for (const [code, id] of areaIds)
    await db.Area.update({ outline: outlines.get(code) ?? null }, { where: { id }, transaction });
}
