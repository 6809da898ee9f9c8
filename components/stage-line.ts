import type { Stage } from '@/core/interval/limits';
import { usualSpan, wholeYears } from '@/core/interval/stage-words';
import { counted, number } from './words';

/**
 * One stage as its line says it: `every 4 000 h or 2 years`, `quarterly`, `run-in: once after 300 h`, `every 800 tonnes`.
 * @param counts what the machine counts besides its hours
 */
export function stageLine({ name, count, hours, days, cycles, standstillDays }: Stage, counts = 'cycles'): string {
  const span = (among: number) => (wholeYears(among) ? counted(wholeYears(among)!, 'year') : counted(among, 'day'));
  const limits = [
    hours !== undefined && `${number(hours, 0)} h`,
    cycles !== undefined && `${number(cycles, 0)} ${counts}`,
    days !== undefined && ((count !== 1 && usualSpan(days)) || span(days)),
    standstillDays !== undefined && `${counted(standstillDays, 'day')} standing still`,
  ]
    .filter(Boolean)
    .join(' or ');
  const often = /^\d/.test(limits) ? `every ${limits.replace(/^1 h$/, 'hour')}` : limits;
  if (count === undefined) return often;
  return `${name}: ${count === 1 ? `once after ${limits}` : `${count} times ${often}`}`;
}
