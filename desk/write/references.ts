import type { Transaction } from 'sequelize';
import type { EntryEnvelope } from '@/core/entry/envelope';
import { kinds } from '@/core/entry/kinds';
import { pointerOf } from '@/core/problems';
import type { Database } from '../desk';
import { answeredTasks } from '../log/append';
import { type WriteOutcome, invalid } from './outcome';

type PersonRow = { id: string; name: string; active: number; leftAt: Date | null };

/** Whatever some entries name and the plant has; each kind of thing read once for all of them. */
export type References = {
  people: Map<string, PersonRow>;
  rounds: Set<string>;
  lubricants: Set<string>;
  guns: Set<string>;
  /** Points, meters and tasks by the machine that they are on. */
  machineOfPoint: Map<string, string>;
  machineOfMeter: Map<string, string>;
  machineOfTask: Map<string, string>;
};

type Named = Partial<Record<'lubricantId' | 'gunId' | 'meterId' | 'taskId', string>>;

/** Reads what some entries name. */
export async function readReferences(
  db: Database,
  envelopes: readonly EntryEnvelope[],
  transaction: Transaction,
): Promise<References> {
  const bodies = envelopes.map(({ body }) => body as Named);
  const read = async <Row extends { id: string }>(sql: string, ids: readonly (string | null | undefined)[]) => {
    const wanted = [...new Set(ids.flatMap((id) => id ?? []))];
    return wanted.length === 0 ? [] : db.select<Row>(`${sql} IN (:wanted)`, { wanted }, transaction);
  };
  const onMachine = async (sql: string, ids: readonly (string | null | undefined)[]) =>
    new Map((await read<{ id: string; machineId: string }>(sql, ids)).map(({ id, machineId }) => [id, machineId]));
  const known = async (sql: string, ids: readonly (string | null | undefined)[]) =>
    new Set((await read(sql, ids)).map(({ id }) => id));
  // Asked for one after another without waiting for the answers.
  const [people, rounds, lubricants, guns, machineOfPoint, machineOfMeter, machineOfTask] = await Promise.all([
    read<PersonRow>(
      'SELECT id, name, active, leftAt FROM person WHERE id',
      envelopes.map(({ personId }) => personId),
    ),
    known(
      'SELECT id FROM round WHERE id',
      envelopes.map(({ roundId }) => roundId),
    ),
    known(
      'SELECT id FROM lubricant WHERE id',
      bodies.map(({ lubricantId }) => lubricantId),
    ),
    known(
      'SELECT id FROM gun WHERE id',
      bodies.map(({ gunId }) => gunId),
    ),
    onMachine(
      'SELECT id, machineId FROM lube_point WHERE id',
      envelopes.map(({ pointId }) => pointId),
    ),
    onMachine(
      'SELECT id, machineId FROM meter WHERE id',
      bodies.map(({ meterId }) => meterId),
    ),
    onMachine(
      'SELECT task.id, lube_point.machineId FROM task JOIN lube_point ON lube_point.id = task.pointId WHERE task.id',
      [...envelopes.flatMap(answeredTasks), ...bodies.map(({ taskId }) => taskId)],
    ),
  ]);
  return {
    people: new Map(people.map((person) => [person.id, person])),
    rounds,
    lubricants,
    guns,
    machineOfPoint,
    machineOfMeter,
    machineOfTask,
  };
}

const problem = (path: PropertyKey[], detail: string): WriteOutcome =>
  invalid([{ pointer: pointerOf(path), detail, code: 'unknown-reference' }]);

/**
 * Everything an entry names must exist and belong together.
 * @param machines those of the register that some entries name
 */
export function checkReferences(
  envelope: EntryEnvelope,
  known: References,
  machines: ReadonlySet<string>,
): WriteOutcome | undefined {
  const { personId, machineId, pointId, roundId, happenedAt, kind } = envelope;
  const person = known.people.get(personId);
  if (!person) return problem(['personId'], 'This person is not on the plant’s list.');
  // An entry may come in late: what counts is who belonged to the plant when it happened.
  if (!person.active && !(person.leftAt && Date.parse(happenedAt) <= person.leftAt.getTime()))
    return problem(['personId'], `${person.name} was not on the plant’s list any more when this happened.`);
  if (machineId === null && kinds[kind].needsMachine) return problem(['machineId'], 'Say which machine this is about.');
  if (machineId !== null && !machines.has(machineId))
    return problem(['machineId'], 'This machine is not in the register.');
  if (pointId !== null && known.machineOfPoint.get(pointId) !== machineId)
    return problem(['pointId'], 'This point is not on that machine.');
  if (roundId !== null && !known.rounds.has(roundId)) return problem(['roundId'], 'This round is not known.');
  if (!answeredTasks(envelope).every((taskId) => known.machineOfTask.get(taskId) === machineId))
    return problem(['taskIds'], 'A task named here is not on that machine.');
  return checkNamed(envelope, known);
}

/** What the body names; `machineOf…` is undefined for what there is not, and no entry's machine is. */
function checkNamed({ body, machineId }: EntryEnvelope, known: References): WriteOutcome | undefined {
  const { lubricantId, gunId, meterId, taskId } = body as Named;
  if (lubricantId && !known.lubricants.has(lubricantId))
    return problem(['body', 'lubricantId'], 'This lubricant is not in the store room.');
  if (gunId && !known.guns.has(gunId)) return problem(['body', 'gunId'], 'This gun is not known.');
  if (meterId && known.machineOfMeter.get(meterId) !== machineId)
    return problem(['body', 'meterId'], 'This meter is not on that machine.');
  if (taskId && known.machineOfTask.get(taskId) !== machineId)
    return problem(['body', 'taskId'], 'This task is not on that machine.');
  return undefined;
}

/** The same for a body that a correction puts in another's place. */
export const checkReplacement = async (
  db: Database,
  envelope: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> => checkNamed(envelope, await readReferences(db, [envelope], transaction));
