import { own } from '../own';
import { type AskedReading, limitsWords } from './asked-reading';

type Usual = AskedReading & { mark: string };

/** Share of a sight glass: at its bottom nothing can be seen, above three quarters the unit is overfilled. */
const level = (validIn: AskedReading['validIn']): Usual => ({
  quantity: 'level',
  name: 'Level in the glass',
  unit: '%',
  validIn,
  band: { stopLow: 5, warnLow: 35, warnHigh: 75 },
  mark: 'M C',
});
const temperature = (name: string, warnHigh: number, stopHigh: number, mark: string): Usual => ({
  quantity: 'temperature',
  name,
  unit: '°C',
  validIn: 'running-loaded',
  band: { warnHigh, stopHigh },
  mark,
});
/** What has no limits of its own: a plant, a manual or the years say where it lies. */
const open = (
  quantity: AskedReading['quantity'],
  name: string,
  unit: string,
  validIn: AskedReading['validIn'] = 'running-loaded',
): Usual => ({ quantity, name, unit, validIn, band: {}, mark: 'M C' });

const gearSump = temperature('Oil temperature', 90, 95, 'M S AGMA 9005');
const bearingHousing = temperature('Housing temperature', 80, 100, 'M C');
const plainBearing = temperature('Bearing temperature', 75, 95, 'M C');

/**
 * What is read at a look by kind of point, with the limits that the trade goes by where it has any. A manual, the plant or
 * the point itself says it better: these are proposed, and changed freely.
 */
export const usualReadings: Readonly<Record<string, readonly Usual[]>> = {
  'gear-case': [level('stopped-powered'), gearSump],
  'worm-unit': [level('stopped-powered'), gearSump],
  'machine-tool-gearbox': [level('stopped-powered')],
  apron: [level('stopped-powered')],
  'rolling-bearing': [bearingHousing, open('vibration', 'Vibration velocity', 'mm/s')],
  'insert-bearing': [bearingHousing],
  'sleeve-bearing': [plainBearing],
  'ring-oiler': [level('running-loaded'), plainBearing],
  'bottle-oiler': [
    {
      ...open('level', 'Oil in the bottle', '%', null),
      gauge: 'bottle',
      band: { stopLow: 2, warnLow: 25 },
      mark: 'L C',
    },
    plainBearing,
  ],
  'drip-oiler': [open('drip-rate', 'Drops', '1/min')],
  'pneumatic-lubricator': [open('drip-rate', 'Drops', '1/min'), open('pressure', 'Air pressure', 'bar')],
  'hydraulic-set': [
    level('stopped-powered'),
    temperature('Oil temperature', 60, 80, 'M C'),
    open('pressure-drop', 'Filter difference, warm', 'bar'),
  ],
  'circulating-outlet': [open('flow', 'Oil at the outlet', 'L/min'), plainBearing],
  'central-lubricator-outlet': [
    {
      ...open('level', 'Level in the reservoir', '%', null),
      gauge: 'tube',
      band: { stopLow: 2, warnLow: 20 },
      mark: 'L C',
    },
    open('line-pressure', 'Pressure in the line', 'bar'),
  ],
  'single-point-lubricator': [
    { ...open('lubricator-position', 'Left in the lubricator', '%', null), band: { warnLow: 25 }, mark: 'L C' },
  ],
  chain: [open('slack', 'Slack in the middle', 'mm', 'isolated')],
  'open-gear': [
    {
      ...open('difference', 'Pinion, end to end', 'K', 'running-loaded'),
      band: { warnHigh: 5, stopHigh: 15 },
      mark: 'L C',
    },
  ],
  'coolant-sump': [open('concentration', 'Concentration', '%', null), open('level', 'Level', 'mm', 'stopped-powered')],
  compressor: [
    level('running-loaded'),
    { ...temperature('Discharge temperature', 105, 110, 'M B'), band: { warnLow: 70, warnHigh: 105, stopHigh: 110 } },
    {
      ...open('pressure-drop', 'Separator difference', 'bar'),
      band: { warnHigh: 0.8, stopHigh: 1 },
      mark: 'M B',
    },
  ],
  'pump-power-end': [level('stopped-powered'), temperature('Oil temperature', 80, 95, 'L C')],
  'seal-flush-pot': [open('level', 'Level in the pot', '%'), open('pressure', 'Pressure in the pot', 'bar')],
  'valve-stem': [open('torque', 'Torque at the handwheel', 'Nm', 'isolated-depressurised')],
};

/**
 * What is usually read at a look at a kind of point; none where nothing is.
 * @example usualReadingsAt('worm-unit').map(({ name }) => name) // ['Level in the glass', 'Oil temperature']
 */
export const usualReadingsAt = (kind: string): AskedReading[] =>
  (own<readonly Usual[]>(usualReadings, kind) ?? []).map(({ mark: _, ...asked }) => asked);

/**
 * Where a reading usually lies at a kind of point by the trade, in words, with its mark; empty where nobody says.
 * @example usualBandWords('gear-case', 'Oil temperature') // 'up to 90 °C, stop above 95 °C (M S AGMA 9005)'
 */
export function usualBandWords(kind: string, name: string): string {
  const usual = own<readonly Usual[]>(usualReadings, kind)?.find((each) => each.name === name);
  if (!usual) return '';
  const words = limitsWords(usual.band, usual.unit);
  return words && `${words} (${usual.mark})`;
}
