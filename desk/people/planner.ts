import { type Database, type Desk, type Refusal, refusal } from '../desk';

/**
 * Refuses what a planner decides to anybody else.
 * @param words what is a planner’s to say, and what happens until then
 */
export async function unlessPlanner(db: Database, actor: Desk['actor'], words: string): Promise<Refusal | undefined> {
  const person = await db.Person.findByPk(actor.id);
  return person?.role === 'planner' ? undefined : refusal('invalid', words);
}
