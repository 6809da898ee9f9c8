import { z } from 'zod';
import { quantity, share } from '../fields/fields';
import { type Notice, type WorkingStep, answer, defineMethod, refuse, shown } from '../method';

/** More flushes than this are a sign that the way is wrong: open and clean instead. */
const mostFlushes = 20;
/** Above this many flushes cleaning by hand is worth thinking about. */
const manyFlushes = 3;

/**
 * How often to flush a sump until little enough of the old oil is left after the final fill. Of what is drained the
 * residual stays; every flush thins it. Example: 20 L with 1 L staying, flushed with 10 L, 0.1 % wanted → 2 flushes.
 */
export const sumpFlush = defineMethod({
  id: 'sump.flush',
  version: 1,
  title: 'Flushing a sump',
  summary: 'How many flushes bring the old oil down to a share, and how much oil that takes.',
  source:
    'Mixing balance: after a flush the old oil is residual/(residual + flush) of what it was; after the fill residual/capacity',
  input: z
    .strictObject({
      capacityL: quantity('Holds when filled', 'L', { above: 0, max: 1e6 }),
      residualL: quantity('Stays after draining', 'L', { min: 0, max: 1e6 }),
      flushVolumeL: quantity('Put in for a flush', 'L', { above: 0, max: 1e6 }),
      targetShare: share('Old oil left after the final fill, at most'),
    })
    .superRefine(({ capacityL, residualL, flushVolumeL }, context) => {
      const issue = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
      if (residualL >= capacityL) issue('residualL', 'must be less than the sump holds: something has to come out.');
      else if (flushVolumeL > (capacityL - residualL) * (1 + 1e-9))
        issue('flushVolumeL', 'does not go in on top of what stays; it would run over.');
    }),
  output: z.object({
    flushes: z.number().int().min(0).meta({ title: 'Flushes' }),
    residualShare: z.array(share('Old oil left')).meta({ title: 'Old oil left after each flush, then after the fill' }),
    oilUsedL: quantity('Oil for flushes and fill', 'L', { min: 0 }),
  }),
  rules: [
    'What stays behind is less than the capacity, and the flush fits in on top of it.',
    `At most ${mostFlushes} flushes.`,
  ],
  compute({ capacityL, residualL, flushVolumeL, targetShare }) {
    const perFlush = residualL / (residualL + flushVolumeL);
    const afterFill = residualL / capacityL;
    const shares: number[] = [];
    let old = 1;
    while (old * afterFill > targetShare) {
      if (shares.length === mostFlushes || (targetShare === 0 && residualL > 0))
        return refuse(
          targetShare === 0
            ? 'Some of the old oil always stays in lines and corners: no flushing brings it to nothing. Say which share may stay.'
            : `${mostFlushes} flushes do not bring it down to ${shown(100 * targetShare)} %. Drain better, flush with more oil, or open and clean it.`,
          'targetShare',
          'residualL',
        );
      old *= perFlush;
      shares.push(old);
    }
    const flushes = shares.length;
    const oilUsedL = flushes * flushVolumeL + capacityL - residualL;
    const working: WorkingStep[] = [
      ...shares.map((left, index) => ({
        label: `Old oil after flush ${index + 1}`,
        expression: `${index === 0 ? '1' : shown(shares[index - 1]!)}·${shown(residualL)} / (${shown(residualL)} + ${shown(flushVolumeL)})`,
        value: left,
        unit: '',
      })),
      {
        label: 'Old oil after the fill',
        expression: `${shown(old)}·${shown(residualL)} / ${shown(capacityL)}`,
        value: old * afterFill,
        unit: '',
      },
      {
        label: 'Oil for flushes and fill',
        expression: `${flushes}·${shown(flushVolumeL)} + ${shown(capacityL)} − ${shown(residualL)}`,
        value: oilUsedL,
        unit: 'L',
      },
    ];
    const notices: Notice[] = [
      {
        level: 'info',
        text: 'Flush warm, unloaded and short, with a thinner oil of the same type; drain hot, low points and lines too, and look at what comes out.',
      },
    ];
    if (flushes > manyFlushes)
      notices.push({
        level: 'caution',
        text: `${flushes} flushes: draining better or cleaning by hand costs less oil and is surer.`,
      });
    return answer({ flushes, residualShare: [...shares, old * afterFill], oilUsedL }, working, notices);
  },
});
