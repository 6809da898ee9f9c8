import type { Transaction } from 'sequelize';
import type { EntryEnvelope } from '@/core/entry/envelope';
import type { EntryBody } from '@/core/entry/kinds';
import type { Database } from '../desk';
import { type WriteOutcome, conflict, invalid } from './outcome';

const unknown = (field: string, detail: string): WriteOutcome =>
  invalid([{ pointer: `/body/${field}`, detail, code: 'unknown-reference' }]);

type Opening = EntryBody<'open' | 'close' | 'waiver' | 'isolation'>;
/** What an entry is about that was opened or locked before, and to whom it goes; nothing of one that opens or locks. */
const aboutOf = (body: Opening): { field: 'openId' | 'lockId'; id: string } | undefined => {
  if ('openId' in body) return { field: 'openId', id: body.openId };
  return 'lockId' in body ? { field: 'lockId', id: body.lockId } : undefined;
};

/**
 * What is closed, waived or handed on was opened on that machine; a lock comes off by whoever it belongs to. Closed twice it
 * was closed the first time: both stand in the book.
 */
export async function checkOpened(
  db: Database,
  { body, machineId, personId }: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  const said = body as Opening;
  const about = aboutOf(said);
  if (!about) return undefined;
  const thing = await db.OpenThing.findByPk(about.id, { transaction });
  if (!thing || thing.machineId !== machineId || thing.isLock !== (about.field === 'lockId'))
    return unknown(about.field, 'Nothing of that name was opened or locked at this machine.');
  const handsOn = 'toId' in said ? said.toId : undefined;
  if ((handsOn !== undefined || 'allowedBy' in said) && thing.closedMs !== null)
    return conflict(`/body/${about.field}`, `${thing.name} has been closed meanwhile.`);
  if (handsOn !== undefined && !(await db.Person.findByPk(handsOn, { transaction }))?.active)
    return unknown('toId', 'This person is not on the plant’s list.');
  if ('does' in said && said.does === 'unlock' && thing.holderId !== personId) {
    const holder = await db.Person.findByPk(thing.holderId, { transaction });
    return invalid([
      {
        pointer: '/body/lockId',
        detail: `${thing.name} is ${holder?.name ?? 'somebody else'}’s: everybody takes the own lock off, or passes it on by name.`,
        code: 'rule',
      },
    ]);
  }
  return undefined;
}

/** A round is not signed while its signer holds something open that must not be, or a lock: closed, waived, or handed on. */
export async function checkHandedBack(
  db: Database,
  { roundId, personId }: { roundId: string; personId: string },
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  const held = await db.select<{ name: string; code: string }>(
    `SELECT open_thing.name, machine.code FROM open_thing JOIN machine ON machine.id = open_thing.machineId
     WHERE open_thing.roundId = :roundId AND open_thing.closedMs IS NULL AND open_thing.waivedBy IS NULL AND open_thing.runs <> 'may' AND open_thing.holderId = :personId`,
    { roundId, personId },
    transaction,
  );
  if (held.length === 0) return undefined;
  return invalid([
    {
      pointer: '/roundId',
      detail: `Still open: ${held.map(({ name, code }) => `${name} at ${code}`).join(', ')}. Close it, have it waived, or hand it on by name; then sign.`,
      code: 'rule',
    },
  ]);
}
