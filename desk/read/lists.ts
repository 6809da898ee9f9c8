import type { Database } from '../desk';

/** What pages and forms list whole, or look up by its name: each in the one order in which it stands everywhere. */

const byCode: [string, string][] = [['code', 'ASC']];
const byName: [string, string][] = [['name', 'ASC']];
const byPosition: [string, string][] = [['position', 'ASC']];
const inUse = { retiredOn: null };

export const allLubricants = (db: Database) => db.Lubricant.findAll({ order: byCode });
export const lubricantsInUse = (db: Database) => db.Lubricant.findAll({ where: inUse, order: byCode });
export const findLubricant = (db: Database, code: string) => db.Lubricant.findOne({ where: { code } });
/** Containers that are not empty. */
export const stockOnHand = (db: Database) => db.StockItem.findAll({ where: { emptiedOn: null } });

export const allGuns = (db: Database) => db.Gun.findAll({ order: byCode });
/** The newest first. */
export const allCalibrations = (db: Database) =>
  db.GunCalibration.findAll({
    order: [
      ['doneOn', 'DESC'],
      ['id', 'DESC'],
    ],
  });

/** As one walks through the plant. */
export const allAreas = (db: Database) => db.Area.findAll({ order: byPosition });
/** The first of the plant where no code is given. */
export const findArea = (db: Database, code: string | null) =>
  db.Area.findOne({ ...(code !== null && { where: { code } }), order: byPosition });
export const allModels = (db: Database) => db.MachineModel.findAll({ order: byName });
export const reservoirsOf = (db: Database, machineId: string) =>
  db.Reservoir.findAll({ where: { machineId }, order: byName });
export const findPoint = (db: Database, machineId: string, number: number) =>
  db.LubePoint.findOne({ where: { machineId, number } });
export const findMeter = (db: Database, id: string) => db.Meter.findByPk(id);

/** Those out of use among them. */
export const allTemplates = (db: Database) => db.TaskTemplate.findAll({ order: byName });
export const findTemplate = (db: Database, id: string) => db.TaskTemplate.findByPk(id);
/** `most`: no more than so many. */
export const routesInUse = (db: Database, most?: number) =>
  db.Route.findAll({ where: inUse, order: byCode, ...(most && { limit: most }) });
export const findRouteInUse = (db: Database, code: string) => db.Route.findOne({ where: { code, ...inUse } });

export const allPeople = (db: Database) => db.Person.findAll({ order: byName });
/** Who may open the book. */
