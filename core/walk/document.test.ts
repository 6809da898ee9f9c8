import { describe, expect, it } from 'vitest';
import { leastStop, leastWalk } from '../testing';
import { leanDocument, walkDocument } from './document';

const reading = { quantity: 'level', name: 'Level', unit: '%', validIn: null, band: { warnLow: 35 } };
const document = walkDocument.parse({
  ...leastWalk,
  stops: [
    {
      ...leastStop,
      readings: [reading, { ...reading, name: 'Other', usualPerDay: 2, worn: [{ hours: 1, value: 2 }] }],
    },
    {
      ...leastStop,
      pointKind: 'coolant-sump',
      consequence: 4,
      coolant: { tankL: 200, targetPct: 6, factor: 1 },
      looks: ['oil'],
    },
  ],
});

describe('a lean document', () => {
  it('is read as the whole one, and says nothing that its reader knows', () => {
    const lean = leanDocument(document);
    expect(walkDocument.parse(lean)).toEqual(document);
    expect(lean.stops[0]).not.toHaveProperty('coolant');
    expect(lean.stops[0]!.readings![0]).toEqual(reading);
    expect(lean.stops[0]!.readings![1]).toMatchObject({ usualPerDay: 2, worn: [{ hours: 1, value: 2 }] });
    expect(lean.stops[1]).toMatchObject({ pointKind: 'coolant-sump', consequence: 4, looks: ['oil'] });
  });
});
