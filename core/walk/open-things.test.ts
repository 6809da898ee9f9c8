import { describe, expect, it } from 'vitest';
import { withEntry, withoutEntry } from './answered';
import type { WalkDocument } from './document';
import { forbidsRun, heldBy, keepsOpen } from './open-things';
import type { RoundEntry } from './round-entry';

const round = {
  person: { id: 'P', initials: 'TO', name: 'T' },
  people: [
    { id: 'P', initials: 'TO', name: 'T' },
    { id: 'Q', initials: 'JK', name: 'J' },
  ],
  stops: [{ taskId: 't', machineId: 'm', machineCode: 'M-1', answeredBy: [], written: null }],
  openThings: [],
} as unknown as WalkDocument;
const entry = (kind: RoundEntry['kind'], body: object, id: string = kind): RoundEntry => ({
  id,
  kind,
  kindVersion: 1,
  body: body as RoundEntry['body'],
  happenedAt: '2026-01-02T06:00:00Z',
  machineId: 'm',
  pointId: 'p',
  personId: 'P',
  taskIds: ['t'],
});
const drain = entry('open', { does: 'open', name: 'Drain plug', runs: 'never', thing: 'drain' }, 'D');
const lock = entry('isolation', { does: 'lock', lockNo: '12', proved: [], tryStarted: true, controlsBack: true }, 'L');
const opened = (...entries: RoundEntry[]) => entries.reduce(withEntry, round).openThings;

describe('what is open on a walk', () => {
  it('is there from what is written on the device, once, and answers no stop', () => {
    expect(opened(drain, drain)).toMatchObject([
      { entryId: 'D', name: 'Drain plug', thing: 'drain', taskId: 't', machineCode: 'M-1', holder: { initials: 'TO' } },
    ]);
    expect([drain, lock].reduce(withEntry, round).stops[0]!.written).toBeNull();
    expect(withoutEntry(withEntry(round, drain), drain).openThings).toEqual([]);
  });

  it('is closed, taken off, handed on and waived', () => {
    expect(opened(drain, entry('close', { openId: 'D' }))).toEqual([]);
    expect(opened(lock, entry('isolation', { does: 'unlock', lockId: 'L' }, 'U'))).toEqual([]);
    expect(opened(drain, entry('open', { does: 'hand-on', openId: 'D', toId: 'Q' }, 'H'))).toMatchObject([
      { holder: { id: 'Q', initials: 'JK' } },
    ]);
    expect(opened(drain, entry('waiver', { openId: 'D', allowedBy: 'Lead', reason: 'over night' }))).toMatchObject([
      { isWaived: true },
    ]);
  });

  it('says no to a run, whichever job it was opened for, and so does the lock of somebody else', () => {
    const vent = entry('open', { does: 'open', name: 'Vent', runs: 'auxiliary' }, 'V');
    const things = opened(drain, lock, vent);
    const names = (personId: string, state: 'running-idle' | 'auxiliary-only') =>
      forbidsRun(things, personId, state).map(({ name }) => name);
    expect(names('P', 'running-idle')).toEqual(['Drain plug', 'Vent']);
    expect(names('P', 'auxiliary-only')).toEqual(['Drain plug']);
    expect(names('Q', 'auxiliary-only')).toEqual(['Drain plug', 'Lock 12']);
    const waived = opened(drain, entry('waiver', { openId: 'D', allowedBy: 'Lead', reason: 'over night' }));
    expect(forbidsRun(waived, 'P', 'running-idle')).toHaveLength(1);
  });

  it('keeps its job from being done and its round from being signed; a relief plug does neither', () => {
    const relief = entry('open', { does: 'open', name: 'Relief plug', runs: 'may' }, 'R');
    const things = opened(drain, lock, relief);
    expect(keepsOpen(things, 't').map(({ name }) => name)).toEqual(['Drain plug']);
    expect(keepsOpen(things, 'other')).toEqual([]);
    expect(heldBy(things, 'P').map(({ name }) => name)).toEqual(['Drain plug', 'Lock 12']);
    expect(heldBy(things, 'Q')).toEqual([]);
    // What stood open before this walk is for whoever opened it.
    expect(
      heldBy(
        things.map((thing) => ({ ...thing, isOfWalk: false })),
        'P',
      ),
    ).toEqual([]);
  });
});
