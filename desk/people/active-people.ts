import type { Database } from '../desk';
import { Op } from 'sequelize';
/** People one may pick one's own name from. */
export const activePeople = (db: Database) =>
  db.Person.findAll({ where: { active: true, role: { [Op.ne]: 'device' } }, order: [['name', 'ASC']] });
