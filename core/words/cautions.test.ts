import { describe, expect, it } from 'vitest';
import { pointKindNames } from '../register/point-kinds';
import { cautionsBefore, defaultCautions } from './cautions';
import { lubricantHazards } from './hazards';
import { type MachineState, machineStateNames } from './machine-states';

const said = (action: string, machineState: MachineState, kind: string) =>
  defaultCautions({ action, machineState, kind }).join(' ');

describe('cautions before a step', () => {
  it.each([
    ['grease', 'any', 'rolling-bearing', 'Parts turn'],
    ['film', 'running-idle', 'chain', 'Parts turn'],
    ['film', 'isolated', 'chain', 'lock again before hands go back'],
    ['film', 'isolated', 'open-gear', 'the operator turns it'],
    ['oil-change', 'isolated', 'gear-case', 'Hot oil scalds'],
    ['top-up', 'stopped-powered', 'hydraulic-set', 'accumulators drained'],
    ['top-up', 'isolated', 'compressor', 'foam holds pressure'],
    ['top-up', 'running-loaded', 'seal-flush-pot', 'while the pump runs'],
    ['film', 'stopped-powered', 'slideway', 'Lock it before fingers'],
    ['grease', 'isolated', 'coupling', 'hospital at once'],
  ] as const)('%s, %s, %s: %s', (action, state, kind, words) => {
    expect(said(action, state, kind)).toContain(words);
  });

  it('never speak of gloves where parts may turn, at any kind of point', () => {
    for (const kind of pointKindNames.filter((each) => each !== 'coolant-sump'))
      for (const state of machineStateNames)
        for (const action of ['grease', 'film', 'top-up', 'oil-change', 'check', 'clean'])
          expect(said(action, state, kind)).not.toMatch(/glove/i);
  });

  it('leave a mere look alone, and let the point have its own word first', () => {
    expect(said('check', 'any', 'gear-case')).toBe('');
    expect(said('grease', 'any', 'grease-cup')).not.toContain('nozzle');
    const step = { action: 'grease', machineState: 'any', kind: 'rolling-bearing' } as const;
    expect(cautionsBefore(step, 'Platform edge.').startsWith('Platform edge.')).toBe(true);
    expect(cautionsBefore({ ...step, action: 'check' }, '')).toBe('');
  });
});

it('the hazards of a lubricant are one sentence each', () => {
  expect(lubricantHazards('D-1', ['flammable', 'mist'])).toBe(
    'D-1 is flammable: no ignition source, no hot surface. D-1 is harmful as mist: do not breathe it, do not blow it off.',
  );
  expect(lubricantHazards('OG-1', ['water'])).toBe('OG-1 harms water: catch every drop, nothing into the drain.');
  expect(lubricantHazards('O-68', [])).toBe('');
});

describe('cleaning', () => {
  it.each([
    ['clean', false, /no compressed air/],
    ['clean', true, /never towards a seal/],
    ['grease', false, /^(?!.*compressed air)/],
    ['clean', undefined, /^(?!.*compressed air)/],
  ])('%s, air let be used: %s', (action, airForCleaning, words) =>
    expect(
      defaultCautions({
        action,
        machineState: 'any',
        kind: 'chain',
        ...(airForCleaning !== undefined && { airForCleaning }),
      }).join(' '),
    ).toMatch(words),
  );
});
