import { shown } from '../method';
import { sumpFlush } from './flush';

/** How much of the old oil may stay, and with how much of what the sump holds it is flushed. */
export const flushTarget = {
  share: 0.01,
  fill: 0.5,
  mark: 'M C',
  source: 'Practice of the trade: to the low mark',
} as const;

/**
 * How often a sump is flushed, in words; empty where its size is not known or nothing stays in it.
 * @example flushWords({ capacityL: 20, residualL: 1 }) // 'One flush with 10 L leaves 0.45 % of the old oil in the new.'
 */
export function flushWords({ capacityL, residualL }: { capacityL: number | null; residualL: number | null }): string {
  if (!capacityL || !residualL || residualL >= capacityL) return '';
  const flushVolumeL = Math.min(flushTarget.fill * capacityL, capacityL - residualL);
  const run = sumpFlush.compute({ capacityL, residualL, flushVolumeL, targetShare: flushTarget.share });
  if (!run.ok) return run.reason;
  const { flushes, residualShare } = run.result;
  const left = `${shown(Number((100 * residualShare.at(-1)!).toPrecision(2)))} % of the old oil in the new`;
  if (flushes === 0) return `Without a flush ${left} stays.`;
  return `${flushes === 1 ? 'One flush' : `${flushes} flushes`} with ${shown(flushVolumeL)} L leave${flushes === 1 ? 's' : ''} ${left}.`;
}
