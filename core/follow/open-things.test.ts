import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Written, openThings } from './open-things';

let made = 0;
const entry = (kind: Written['kind'], body: object, id = `e${(made += 1)}`): Written =>
  ({
    id,
    kind,
    kindVersion: 1,
    body,
    machineId: 'm',
    pointId: 'p',
    taskIds: ['t'],
    happenedAt: new Date(1e12 + made * 60_000).toISOString(),
    receivedAt: new Date(2e12),
    personId: 'TO',
    roundId: null,
  }) as never;
const opened = (id: string, runs = 'never') =>
  entry('open', { does: 'open', name: 'Drain plug', runs, thing: 'drain' }, id);
const locked = (id: string) =>
  entry('isolation', { does: 'lock', lockNo: '12', proved: [], tryStarted: true, controlsBack: true }, id);
const things = (...entries: Written[]) => openThings(entries);

describe('open things', () => {
  it('stand from the entry that opened them until the first that closes them', () => {
    const [thing] = things(opened('a'));
    expect(thing).toMatchObject({
      entryId: 'a',
      taskId: 't',
      thing: 'drain',
      runs: 'never',
      holderId: 'TO',
      closedMs: null,
    });
    const first = entry('close', { openId: 'a' });
    expect(things(opened('a'), first, entry('close', { openId: 'a' }))[0]).toMatchObject({ closedBy: first.id });
  });

  it('are held by whoever they were handed on to last, and waived by the newest waiver', () => {
    const waived = entry('waiver', { openId: 'a', allowedBy: 'Lead', reason: 'over night' });
    const [thing] = things(
      opened('a'),
      entry('open', { does: 'hand-on', openId: 'a', toId: 'JK' }),
      entry('open', { does: 'hand-on', openId: 'a', toId: 'HB' }),
      waived,
    );
    expect(thing).toMatchObject({ holderId: 'HB', waivedBy: 'Lead', waivedWhy: 'over night', closedMs: null });
  });

  it('are locks too, which nothing but their own unlocking takes off', () => {
    expect(things(locked('l'))[0]).toMatchObject({ isLock: true, name: 'Lock 12', runs: 'never', closedMs: null });
    expect(things(locked('l'), entry('isolation', { does: 'unlock', lockId: 'l' }))[0]!.closedMs).not.toBeNull();
    const passed = things(locked('l'), entry('isolation', { does: 'hand-on', lockId: 'l', toId: 'JK' }));
    expect(passed[0]).toMatchObject({ holderId: 'JK', closedMs: null });
  });

  it('know nothing of what nobody opened', () => {
    expect(
      things(entry('close', { openId: 'x' }), entry('waiver', { openId: 'x', allowedBy: 'L', reason: 'r' })),
    ).toEqual([]);
  });

  it('never vanish but by closing, whatever else is written', () => {
    const step = fc.record({ what: fc.constantFrom('open', 'close', 'waive', 'hand-on'), about: fc.nat(5) });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
        const entries: Written[] = [];
        const open = new Set<string>();
        for (const { what, about } of steps) {
          const id = `d${about}`;
          if (what === 'open' && !entries.some((each) => each.id === id)) {
            entries.push(opened(id));
            open.add(id);
          } else if (what === 'close') {
            entries.push(entry('close', { openId: id }));
            open.delete(id);
          } else if (what === 'waive') entries.push(entry('waiver', { openId: id, allowedBy: 'L', reason: 'r' }));
          else if (what === 'hand-on') entries.push(entry('open', { does: 'hand-on', openId: id, toId: 'JK' }));
        }
        const still = things(...entries).filter(({ closedMs }) => closedMs === null);
        expect(new Set(still.map(({ entryId }) => entryId))).toEqual(open);
      }),
    );
  });
});
