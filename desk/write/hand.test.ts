import { describe, expect, it } from 'vitest';
import type { Role } from '@/core/people/rights';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { automaticPerson } from '../automatic-person';
import { refusedHand } from './hand';
import { writeEntry } from './write-entries';

describe('the hand that writes', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const anna = (...roles: Role[]) => ({ actor: { id: ids.anna, initials: 'AN', name: 'Anna' }, roles });
  const note = (change: object = {}) => entry({ kind: 'note', body: { text: 'Seen.' }, personId: ids.anna, ...change });
  const codeOf = async (caller: Parameters<typeof refusedHand>[1], ...raws: unknown[]) =>
    (await refusedHand(db, caller, raws))?.code;

  it('writes in its own name: what somebody else wrote waits for them, also among others', async () => {
    expect(await codeOf(anna('technician'), note())).toBeUndefined();
    expect(await codeOf(anna('planner'), note(), note({ personId: ids.bert }))).toBe('not-yours');
  });

  it('at a counter writes what is done there, and walks no rounds', async () => {
    const topUp = note({ kind: 'top-up' });
    expect(await codeOf(anna('operator'), topUp)).toBeUndefined();
    expect(await codeOf(anna('operator'), note())).toBe('forbidden');
    expect(await codeOf(anna('operator'), { ...topUp, roundId: ids.other })).toBe('forbidden');
    expect(await codeOf(anna('operator', 'technician'), note())).toBeUndefined();
  });

  it('corrects its own, and what others wrote where that is its to do; a machine’s word is nobody’s', async () => {
    const written = async (personId: string) => {
      const said = note({ personId });
      expect(await writeEntry(db, desk.now, said)).toMatchObject({ ok: true });
      return said.id;
    };
    const voided = (replacesId: string) =>
      note({ kind: 'correction', kindVersion: 1, body: { reason: 'Wrong.', void: true }, replacesId });
    const [own, others] = [await written(ids.anna), await written(ids.bert)];
    const machines = await written(await automaticPerson(db, desk.now, 'AUTO'));
    expect(await codeOf(anna('technician'), voided(own), voided(machines))).toBeUndefined();
    expect(await codeOf(anna('technician'), voided(own), voided(others))).toBe('forbidden');
    expect(await codeOf(anna('planner'), voided(others))).toBeUndefined();
  });

  it('is a person’s: machines write no entries, and what is no entry is looked at later', async () => {
    expect(await codeOf({ client: 'x' }, note())).toBe('forbidden');
    for (const raw of [null, 5, [], { personId: 7 }]) expect(await codeOf(anna('technician'), raw)).toBeUndefined();
  });
});
