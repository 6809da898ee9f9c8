import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import { runMethod } from '../method';
import { expectWithin, resultOf } from '../testing';
import { sumpFlush } from './flush';
import { type SumpEvent, sumpLedger } from './ledger';

type Input = z.input<typeof sumpLedger.input>;
const at = (day: number) => new Date(Date.UTC(2026, 0, day, 8)).toISOString();
const event = (day: number, meter: number, kind: SumpEvent['kind'], more: Partial<SumpEvent> = {}): SumpEvent => ({
  at: at(day),
  meter,
  kind,
  ...(['fill', 'change', 'top-up', 'flush'].includes(kind) && { lubricantId: 'O-220' }),
  ...more,
});
const ledger = (events: SumpEvent[], meter: number, more: Partial<Input> = {}) =>
  sumpLedger.compute(sumpLedger.input.parse({ capacityL: 20, events, asOf: at(200), meter, ...more }));

describe('the ledger of a sump', () => {
  it('takes a top-up to the mark for what was lost, and mixes age', () => {
    const result = resultOf(ledger([event(1, 0, 'fill'), event(40, 1000, 'top-up', { volumeL: 2 })], 1000));
    expectWithin(result.volumeL, 20, 1e-9);
    expectWithin(result.effectiveAgeH, 900, 1e-9);
    expectWithin(result.consumptionLPer1000H.sinceChange!, 2, 1e-9);
    expect(result.composition).toEqual([{ lubricantId: 'O-220', share: 1 }]);
  });

  it.each([
    ['nothing lost: the level rose by as much', 19, 18, 2, 20, 0],
    ['a litre lost beside', 20, 20, 1, 20, 1],
    ['less than the mark', 20, 18, 1, 18, 3],
  ])('%s', (_, first, after, volumeL, level, lost) => {
    const start = event(1, 0, 'fill', { levelAfterL: first === 19 ? 18 : first });
    const result = resultOf(
      ledger([start, event(40, 500, 'top-up', { volumeL, levelAfterL: first === 19 ? 20 : after })], 500),
    );
    expectWithin(result.volumeL, level, 1e-9);
    expectWithin(result.consumptionLPer1000H.sinceChange! / 2 + 1, lost + 1, 1e-9);
  });

  it('a wrong oil on top is a share of the mixture, and a change leaves its residual of it', () => {
    const wrong = event(40, 1000, 'top-up', { volumeL: 2, lubricantId: 'O-46' });
    expect(resultOf(ledger([event(1, 0, 'fill'), wrong], 1000)).composition).toEqual([
      { lubricantId: 'O-220', share: expect.closeTo(0.9, 9) },
      { lubricantId: 'O-46', share: expect.closeTo(0.1, 9) },
    ]);
    const changed = event(60, 1500, 'change', { lubricantId: 'O-320', residualShare: 0.05 });
    const result = resultOf(ledger([event(1, 0, 'fill'), wrong, changed], 1600));
    expect(result.composition.map(({ lubricantId }) => lubricantId)).toEqual(['O-320', 'O-220', 'O-46']);
    expectWithin(result.composition[2]!.share, 0.005, 1e-9);
    expectWithin(result.effectiveAgeH, 1400 * 0.05 + 100, 1e-9);
    expect(result.consumptionLPer1000H.sinceChange).toBe(0);
  });

  it.each([
    ['a leak is oil lost', [event(20, 500, 'leak', { volumeL: 3 })], 17, 6],
    ['a drain is not', [event(20, 500, 'drain', { volumeL: 3 })], 17, 0],
    ['a sample is not', [event(20, 500, 'sample', { volumeL: 0.2 })], 19.8, 0],
    [
      'a level after a sample tells of a loss',
      [event(20, 500, 'sample', { volumeL: 0.2, levelAfterL: 18.8 })],
      18.8,
      2,
    ],
    ['a level after a drain', [event(20, 500, 'drain', { levelAfterL: 5 })], 5, 0],
  ] as const)('%s', (_, events, volumeL, perThousand) => {
    const result = resultOf(ledger([event(1, 0, 'fill'), ...events], 500));
    expectWithin(result.volumeL, volumeL, 1e-9);
    expectWithin(result.consumptionLPer1000H.sinceChange! + 1, perThousand + 1, 1e-9);
  });

  it('a flushing fluid is what it holds until it is displaced', () => {
    const flush = event(20, 500, 'flush', { lubricantId: 'FLUSH', volumeL: 10, residualShare: 0.1 });
    const flushed = resultOf(ledger([event(1, 0, 'fill'), flush], 500));
    expect(flushed.composition[0]).toEqual({ lubricantId: 'FLUSH', share: 0.9 });
    const filled = event(21, 500, 'change', { residualShare: 0.05 });
    expectWithin(resultOf(ledger([event(1, 0, 'fill'), flush, filled], 500)).composition[1]!.share, 0.045, 1e-9);
  });

  it('tells recent consumption from that since the change', () => {
    const events = [
      event(1, 0, 'fill'),
      event(40, 1000, 'top-up', { volumeL: 4 }),
      event(80, 2900, 'top-up', { volumeL: 1 }),
    ];
    const { consumptionLPer1000H } = resultOf(ledger(events, 3000));
    expectWithin(consumptionLPer1000H.sinceChange!, 5 / 3, 1e-9);
    expectWithin(consumptionLPer1000H.last1000H!, 1, 1e-9);
  });

  it('blends the viscosity where every part is known', () => {
    const events = [event(1, 0, 'fill'), event(2, 0, 'change', { lubricantId: 'O-32', residualShare: 0.5 })];
    const lubricants = [
      { lubricantId: 'O-220', kv40: 220 },
      { lubricantId: 'O-32', kv40: 32 },
    ];
    expectWithin(resultOf(ledger(events, 0, { lubricants })).blendKv40!, 75.9, 1e-3);
    expect(resultOf(ledger(events, 0)).blendKv40).toBeUndefined();
  });

  it.each([
    ['run hours that fall', [event(1, 500, 'fill'), event(2, 400, 'top-up')], 600, 'events/1/meter'],
    [
      'more drained than was in there',
      [event(1, 0, 'fill'), event(2, 0, 'drain', { volumeL: 25 })],
      0,
      'events/1/volumeL',
    ],
    ['a meter before the last event', [event(1, 500, 'fill')], 400, 'meter'],
  ] as const)('refuses %s, pointing at it', (_, events, meter, field) => {
    expect(ledger([...events], meter)).toMatchObject({ ok: false, fields: [field] });
  });

  it('asks what went in and how much came out', () => {
    const path = (each: object) =>
      sumpLedger.input.safeParse({ capacityL: 20, asOf: at(9), meter: 0, events: [{ at: at(1), meter: 0, ...each }] })
        .error?.issues[0]?.path;
    expect(path({ kind: 'top-up', volumeL: 1 })).toEqual(['events', 0, 'lubricantId']);
    expect(path({ kind: 'leak' })).toEqual(['events', 0, 'volumeL']);
  });

  it('keeps shares, volume and age within what can be, whatever happens', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            kind: fc.constantFrom('fill', 'change', 'top-up', 'drain', 'leak', 'flush', 'sample'),
            run: fc.integer({ min: 0, max: 900 }),
            volumeL: fc.double({ min: 0, max: 12, noNaN: true }),
            residualShare: fc.double({ min: 0, max: 1, noNaN: true }),
            lubricantId: fc.constantFrom('A', 'B', 'C'),
          }),
          { maxLength: 12 },
        ),
        async (happened) => {
          let meter = 0;
          const events = happened.map(({ run, ...each }, index) => ({
            at: at(index + 1),
            meter: (meter += run),
            ...each,
          }));
          const run = await runMethod(sumpLedger as never, { capacityL: 20, events, asOf: at(300), meter: meter + 10 });
          if (!run.ok) return;
          const { volumeL, composition, effectiveAgeH } = run.result as z.infer<typeof sumpLedger.output>;
          expect(volumeL).toBeGreaterThanOrEqual(0);
          expect(volumeL).toBeLessThanOrEqual(20 + 1e-9);
          expect(effectiveAgeH).toBeLessThanOrEqual(meter + 10 + 1e-9);
          if (composition.length > 0)
            expectWithin(
              composition.reduce((sum, { share }) => sum + share, 0),
              1,
              1e-6,
            );
        },
      ),
    );
  });
});

describe('flushing', () => {
  const flush = (change: object = {}) =>
    sumpFlush.compute(
      sumpFlush.input.parse({ capacityL: 20, residualL: 1, flushVolumeL: 10, targetShare: 0.001, ...change }),
    );

  it.each([
    [{}, 2, 39],
    [{ targetShare: 0.05 }, 0, 19],
    [{ targetShare: 0.01 }, 1, 29],
    [{ residualL: 6, flushVolumeL: 14, targetShare: 0.01 }, 3, 56],
    [{ residualL: 0 }, 0, 20],
  ])('%j: %i flushes, %f L of oil', (change, flushes, oilUsedL) => {
    const result = resultOf(flush(change));
    expect(result.flushes).toBe(flushes);
    expectWithin(result.oilUsedL, oilUsedL, 1e-9);
    expect(result.residualShare).toHaveLength(flushes + 1);
    expect(result.residualShare.at(-1)!).toBeLessThanOrEqual((change as { targetShare?: number }).targetShare ?? 0.001);
  });

  it('never takes a flush too many', () => {
    const { flushes, residualShare } = resultOf(flush());
    expect((residualShare[flushes - 2]! * 1) / 20).toBeGreaterThan(0.001);
  });

  it.each([
    [{ targetShare: 0 }, 'always stays'],
    [{ residualL: 19, flushVolumeL: 0.5, targetShare: 1e-6 }, 'open and clean'],
  ])('refuses %j', (change, words) => {
    expect(flush(change)).toMatchObject({ ok: false, reason: expect.stringContaining(words) });
  });

  it('refuses what does not fit', () => {
    const path = (change: object) =>
      sumpFlush.input.safeParse({ capacityL: 20, residualL: 1, flushVolumeL: 10, targetShare: 0.1, ...change }).error
        ?.issues[0]?.path;
    expect(path({ residualL: 20 })).toEqual(['residualL']);
    expect(path({ flushVolumeL: 19.5 })).toEqual(['flushVolumeL']);
  });
});
