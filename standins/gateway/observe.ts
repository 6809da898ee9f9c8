/** What a cabinet would read at points besides hours, faults included. Knows nothing but the public API's shapes. */
import type { Fault } from './simulate';

type Band = { stopLow?: number; warnLow?: number; warnHigh?: number; stopHigh?: number };
export type ApiReading = { quantity: string; name: string; unit: string; validIn: string | null; band: Band };
export type ApiTask = { taskId: string; pointId: string; machine: string; task: string; readings: ApiReading[] };
export type Observation = {
  id: string;
  at: string;
  pointId: string;
  taskId: string;
  values: { quantity: string; value: number; unit: string; state?: string }[];
  source: string;
};

/** What an instrument in a cabinet can see; a look needs a person. */
const seen = ['temperature', 'pressure', 'pressure-drop', 'level', 'flow', 'drip-rate', 'line-pressure'];
export const canObserve = ({ readings }: ApiTask): boolean =>
  readings.length > 0 && readings.every(({ quantity }) => seen.includes(quantity));

/** Where a reading usually lies: in the middle of its band, or well inside the one limit that it has. */
export function usualOf({ warnLow, stopLow, warnHigh, stopHigh }: Band): number {
  const [low, high] = [warnLow ?? stopLow, warnHigh ?? stopHigh];
  if (low !== undefined && high !== undefined) return (low + high) / 2;
  if (high !== undefined) return high * 0.7;
  return low === undefined ? 10 : low * 1.5;
}

const signs = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
/** An identifier of the API: the instant, then chance. */
export function identifier(atMs: number, next: () => number): string {
  let time = '';
  for (let place = 0, left = atMs; place < 10; place += 1, left = Math.floor(left / 32))
    time = signs[left % 32]! + time;
  return time + Array.from({ length: 16 }, () => signs[Math.floor(next() * 32)]!).join('');
}

/**
 * What is posted of a task on a tick: nothing in an outage, the same twice, one value ten times too high, or all of it read
 * with the machine standing.
 */
export function observationsOf(task: ApiTask, atMs: number, fault: Fault, next: () => number): Observation[] {
  if (fault === 'outage') return [];
  const values = task.readings.map(({ name, unit, validIn, band }, place) => {
    const usual = usualOf(band) * (0.97 + 0.06 * next());
    const value = fault === 'jump' && place === 0 ? usual * 10 : usual;
    const state = fault === 'stuck' ? 'isolated' : validIn;
    return { quantity: name, value: Number(value.toPrecision(3)), unit, ...(state && { state }) };
  });
  const observation: Observation = {
    id: identifier(atMs, next),
    at: new Date(atMs).toISOString(),
    pointId: task.pointId,
    taskId: task.taskId,
    values,
    source: 'cabinet gateway',
  };
  return fault === 'repeat' ? [observation, observation] : [observation];
}
