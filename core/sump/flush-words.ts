import { shown } from '../method';
import { sumpFlush } from './flush';

/** How much of the old oil may stay, and with how much of what the sump holds it is flushed. */
export const flushTarget = {
  share: 0.01,
  fill: 0.5,
  mark: 'M C',
  source: 'Practice of the trade: at most one per cent of the old oil, flushed to the low mark',
} as const;

/** How much stays where nobody has measured it, by kind of point: the most of what is usual, as a share of what it holds. */
export const usualResidual: Readonly<Record<string, { share: number; mark: string; source: string }>> = {
  'gear-case': { share: 0.05, mark: 'M C', source: 'Practice of the trade: 2 to 5 % of a gear case' },
  'worm-unit': { share: 0.08, mark: 'M C', source: 'Practice of the trade: 3 to 8 % of a worm unit' },
  'hydraulic-set': { share: 0.6, mark: 'M C', source: 'Practice of the trade: 30 to 60 % of a hydraulic set' },
  'circulating-outlet': {
    share: 0.3,
    mark: 'M C',
    source: 'Practice of the trade: 10 to 30 % of a circulating system',
  },
};

const percent = (share: number): string => `${shown(Number((100 * share).toPrecision(2)))} %`;

type Sump = { capacityL: number | null; residualL: number | null; kind?: string };

/** What stays in a sump once it is drained, in litres, and with how much it is flushed; undefined where nobody can say. */
function flushOf({ capacityL, residualL, kind = '' }: Sump) {
  const usual = Object.hasOwn(usualResidual, kind) ? usualResidual[kind]!.share : undefined;
  const stays = residualL ?? (capacityL && usual ? usual * capacityL : null);
  if (!capacityL || !stays || stays >= capacityL) return undefined;
  const flushVolumeL = Math.min(flushTarget.fill * capacityL, capacityL - stays);
  return {
    stays,
    flushVolumeL,
    capacityL,
    run: sumpFlush.compute({ capacityL, residualL: stays, flushVolumeL, targetShare: flushTarget.share }),
  };
}

/**
 * How much oil the flushes of a sump take in all, in litres; 0 where none is needed or nobody can say how many.
 * @example flushLitres({ capacityL: 20, residualL: 1 }) // 10
 */
export function flushLitres(sump: Sump): number {
  const flush = flushOf(sump);
  return flush?.run.ok ? flush.run.result.flushes * flush.flushVolumeL : 0;
}

/**
 * How often a sump is flushed, in words; empty where its size is not known, or nobody can say what stays in it.
 * @param kind of its point, for what usually stays
 * @example flushWords({ capacityL: 20, residualL: 1 }) // 'One flush with 10 L leaves 0.45 % of the old oil in the new.'
 */
export function flushWords(sump: Sump): string {
  const flush = flushOf(sump);
  if (!flush) return '';
  const { stays, flushVolumeL, capacityL, run } = flush;
  if (!run.ok) return run.reason;
  const { flushes, residualShare } = run.result;
  const left = `${percent(residualShare.at(-1)!)} of the old oil in the new`;
  const basis = sump.residualL === null ? ` Taken that ${percent(stays / capacityL)} stay, as is usual.` : '';
  if (flushes === 0) return `Without a flush ${left} stays.${basis}`;
  return `${flushes === 1 ? 'One flush' : `${flushes} flushes`} with ${shown(flushVolumeL)} L leave${flushes === 1 ? 's' : ''} ${left}.${basis}`;
}
