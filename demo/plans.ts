import type { Material } from '@/core/compat/vocabulary';
import type { MachineState } from '@/core/words/machine-states';
import type { MeterUnit } from '@/core/words/meter-units';
import type { Severity } from '@/core/interval/severity';
import type { AskedReading } from '@/core/register/asked-reading';
import type { PointKind } from '@/core/register/point-kinds';
import { usualReadingsAt } from '@/core/register/usual-readings';
import { type AmountKind, type TaskAction, type Who } from '@/core/words/task-words';
import { type SourceRank } from '@/core/words/source-ranks';
import type { LookName } from '@/core/words/looks';
import { type EventName } from '@/core/words/events';

/** The words in which the demo plant is written down: plans of tasks, points and machines, and what recurs among them. */

export type TaskPlan = { action: TaskAction; title: string; kind: AmountKind; amount?: number; hours?: number; days?: number; runIn?: number; minutes?: number; state?: MachineState; computed?: boolean; procedure?: string; /** Code of the procedure, where it is not the usual one. */ steps?: string; who?: Who; cycles?: number; standstillDays?: number; events?: EventName[]; yearly?: { name: string; on: string; daysBefore: number }; severity?: Severity[]; /** What is read, and between what it usually lies; what is used up falls from the one to the other in so many days, what wears goes from the first to the second within a year. */ readings?: (AskedReading & { usual: readonly [number, number]; fallsInDays?: number; wears?: true })[]; /** What is looked at. */ looks?: LookName[]; rhythm?: 'fixed'; /** Titles of the point's tasks that it does too. */ doesAsWell?: string[]; /** Life of a wear part: turned at half of it, replaced at the end. */ life?: { hours?: number; cycles?: number } };
export type PointPlan = { kind: PointKind; name: string; where: string; lubricant: string; details?: Record<string, number | string>; cautions?: string; doNots?: string; access?: string; enough?: string; consequence?: number; forbidsAirGun?: boolean; source?: SourceRank; materials?: Material[]; reservoir?: ReservoirPlan; /** Lubricant of the winter band, where the plain one is for summer. */ winter?: string; tasks: TaskPlan[] };
/** An oil store of its own, or (by the same name on one machine) one that several points share. */
export type ReservoirPlan = { name: string; litres: number; mounting?: string; table?: readonly (readonly [string, number, string, string])[]; marks?: readonly (readonly [number, number])[]; fillMark?: string; checkMark?: string; checkState?: MachineState; settle?: number | undefined; comesEmpty?: boolean };
export type MachinePlan = { code: string; area: string; name: string; description?: string; duty: number; meterStart?: number; rolloverAt?: number; /** A counter beside the hour meter: what it counts, how many a day, where it stood. */ counter?: { name: string; unit: MeterUnit; perDay: number; start: number }; weekdays?: number[]; keepsRunning?: boolean; energy?: (readonly [source: string, proofOfZero: string])[]; points: PointPlan[] };

export type Bearing = { named?: string; d: number; D: number; B: number; kind?: string; rpm: number; temp: number; dirt?: string; wet?: string; vibration?: number; position?: string; seal?: string };

/** A greased bearing whose amount and interval are computed. */
export const bearing = (name: string, where: string, lubricant: string, size: Bearing, more: Partial<PointPlan> = {}): PointPlan => ({
  kind: 'rolling-bearing', name, where, lubricant,
  details: { bearingKind: size.kind ?? 'ball', boreMm: size.d, outsideDiameterMm: size.D, widthMm: size.B, speedRpm: size.rpm, temperatureC: size.temp, contamination: size.dirt ?? 'light-non-abrasive', moisture: size.wet ?? 'dry', vibrationMmS: size.vibration ?? 2, position: size.position ?? 'horizontal', feed: 'side', sealing: size.seal ?? 'open', lubricatedBy: 'grease', ...(size.named && { designation: size.named }) },
  enough: 'A little fresh grease at the shaft gap; stop at the counted strokes.', source: 'calculated', ...more,
  tasks: more.tasks ?? [{ action: 'grease', title: 'Regrease', kind: 'grams', computed: true, state: 'any', minutes: 4 }],
});

/** The two bearings of an electric motor. */
export const motor = (name: string, lubricant: string, size: Bearing): PointPlan[] => [
  bearing(`${name}, drive end`, 'Fitting under the fan cowl, left', lubricant, size, { cautions: 'Shaft turns. Grease only through the remote fitting, guards closed.', doNots: 'No air gun: it pushes the seal out.', forbidsAirGun: true }),
  bearing(`${name}, fan end`, 'Fitting behind the fan cowl', lubricant, { ...size, temp: size.temp - 5 }, { cautions: 'Shaft turns. Grease only through the remote fitting, guards closed.', forbidsAirGun: true }),
];

export const gearCase = (name: string, where: string, lubricant: string, litres: number, hours: number, more: Partial<PointPlan> = {}): PointPlan => ({
  kind: 'gear-case', name, where, lubricant, details: { gearKind: 'parallel', reductions: '2', centreDistanceMm: 180, temperatureC: 60, wheelMaterial: 'steel', shock: 'no', supply: 'splash' }, source: 'manual', materials: ['steel', 'nbr', 'paint'], reservoir: { name, litres, fillMark: 'middle of the sight glass', checkState: 'stopped-powered', settle: 5, marks: [[0, litres * 0.9], [20, litres], [40, litres * 1.1]] }, enough: 'Oil stands at the middle of the sight glass, stopped and settled 5 minutes.',
  cautions: 'Hot oil scalds: drain warm, not hot. Isolate and lock before the plug is loosened.', ...more,
  tasks: [
    { action: 'oil-change', title: 'Change oil', kind: 'litres', amount: litres, hours, days: 730, runIn: 300, minutes: 45, state: 'isolated', doesAsWell: ['Check level, top up'], procedure: 'Loosen the filler first. Drain warm into a pan that holds it all. Look at the oil and the magnet. New seal on the plug. Fill slowly to the mark, filler back. Hands and tools out, guards on, own lock off: the operator runs it unloaded five minutes. Stopped and locked again: let settle, check the level.' },
    { action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 28, minutes: 3, state: 'stopped-powered' },
  ],
});
/** A unit whose temperature is read every few minutes once a quarter, from a cold start. */
export const withStartCurve = (point: PointPlan): PointPlan => ({
  ...point,
  tasks: [...point.tasks, { ...check('Temperature from a cold start', 91, 'running-loaded', 30), readings: [{ quantity: 'temperature-rise', name: 'Oil from a cold start', unit: '°C', validIn: 'running-loaded', band: { warnHigh: 80, stopHigh: 90 }, usual: [52, 57] }] }],
});

/** A worm unit holds half as much again when its worm stands on top: the amount goes by the mounting. */
export const wormUnit = (name: string, where: string, litres: number, lubricant = 'O-680', temperatureC = 62): PointPlan => gearCase(name, where, lubricant, litres, 3000, {
  kind: 'worm-unit', details: { centreDistanceMm: 80, wormSpeedRpm: 1400, temperatureC, wheelMaterial: 'bronze', shock: 'no', supply: 'splash' }, doNots: 'No oil with active sulphur: the wheel is bronze.', materials: lubricant === 'O-460' ? ['bronze', 'fkm'] : ['bronze', 'nbr', 'paint'],
  reservoir: { name: name, litres, mounting: 'Worm below', table: [['Worm below', litres, 'top cover, middle', 'bottom, wheel side'], ['Worm on top', Number((litres * 1.5).toFixed(2)), 'top cover, worm side', 'bottom, middle'], ['Worm vertical', Number((litres * 1.3).toFixed(2)), 'side cover, upper', 'side cover, lower']], fillMark: 'overflow plug', settle: 5 },
});

export const chain = (name: string, where: string, lubricant = 'O-150', hours = 112): PointPlan => ({
  kind: 'chain', name, where, lubricant, details: { lengthMm: 6200, dust: 'clean' }, source: 'manual', enough: 'Unbroken film on the inside of the links, nothing drips.', doNots: 'No drips above the tiles.', cautions: 'Pinch points. Apply only with the drive isolated, or with the long brush behind the guard.',
  tasks: [{ action: 'film', title: 'Oil the chain', kind: 'drops', amount: 40, hours, minutes: 6, state: 'isolated' }],
});

/** A chain whose slack is measured: loose it climbs, tight it wears its pins. */
export const measuredChain = (name: string, where: string): PointPlan => {
  const plain = chain(name, where);
  return { ...plain, tasks: [...plain.tasks, reads(check('Measure the slack', 28, 'isolated', 4), 'chain', { 'Slack in the middle': { usual: [14, 26], band: { warnLow: 10, warnHigh: 30, stopHigh: 45 } } })] };
};
/** A part that is measured until it is replaced. */
export const wearPart = (name: string, where: string, asked: Pick<AskedReading, 'quantity' | 'name' | 'band' | 'means'>, usual: readonly [number, number]): PointPlan => ({
  kind: 'generic', name, where, lubricant: 'G-22', source: 'manual', enough: 'Same place, three readings, the middle one.', cautions: 'Isolated, locked and tagged before anything is reached into.',
  tasks: [{ ...check(`Measure: ${asked.name.toLowerCase()}`, 28, 'isolated', 6), readings: [{ unit: 'mm', validIn: null, ...asked, usual, wears: true }] }],
});
/** A head or arm that hangs on a gas spring: out of its band it may fall. */
export const counterbalance = (name: string, where: string): PointPlan => ({
  kind: 'hydraulic-set', name, where, lubricant: 'O-46', details: { temperatureC: 25, pump: 'piston' }, source: 'manual', consequence: 3, enough: 'Both gauges in their bands.', cautions: 'Stored pressure. Nobody stands or reaches below what it carries.', doNots: 'No valve is opened here: only those who may.',
  tasks: [
    { ...check('Read the counterbalance gauge', 7, 'stopped-powered', 2), readings: [{ quantity: 'pressure', name: 'Counterbalance gauge', unit: 'bar', validIn: null, band: { stopLow: 55, warnLow: 58, warnHigh: 68, stopHigh: 75 }, whoActs: 'the service for machine tools', means: 'the arm may sink or fall; keep out from below it', usual: [60, 66] }] },
    { ...check('Read the gas pre-charge', 91, 'isolated-depressurised', 10), procedure: 'Oil side at zero and locked. The gauge for the gas port, by those who may. Wait until the gas is as warm as its surroundings.', readings: [{ quantity: 'precharge', name: 'Gas pre-charge', unit: 'bar', validIn: null, band: { warnLow: 38, warnHigh: 46 }, whoActs: 'those trained for pressure vessels', usual: [40.5, 42] }] },
  ],
});

export const slideway = (name: string, where: string, often: { hours?: number } = {}): PointPlan => ({
  kind: 'slideway', name, where, lubricant: 'O-68', details: { lengthMm: 1500, lie: 'horizontal' }, source: 'nameplate', enough: 'Even film, no dry streaks.', doNots: 'No compressed air on the ways.',
  tasks: [{ action: 'film', title: 'Wipe and oil the ways', kind: 'film', days: 7, ...often, minutes: 5, state: 'stopped-powered' }],
});

export const screw = (name: string, where: string): PointPlan => ({ kind: 'screw', name, where, lubricant: 'O-68', details: { lengthMm: 900 }, source: 'nameplate', enough: 'Film over the whole thread after two passes.', tasks: [{ action: 'film', title: 'Oil the screw', kind: 'passes', amount: 2, days: 28, minutes: 4, state: 'stopped-powered' }] });

/** One pressure by two instruments: which of them is right is decided by a third. */
const twoInstruments = (task: TaskPlan): TaskPlan => ({ ...task, readings: [...task.readings!, { quantity: 'pressure', name: 'Pressure, gauge', unit: 'bar', validIn: 'running-loaded', band: { warnLow: 180, warnHigh: 230 }, usual: [196, 204] }, { quantity: 'difference', name: 'Gauge less display', unit: 'bar', validIn: 'running-loaded', band: { warnLow: -6, warnHigh: 6 }, usual: [-3, 3] }] });

export const hydraulicSet = (name: string, where: string, litres: number): PointPlan => ({
  kind: 'hydraulic-set', name, where, lubricant: 'O-46', details: { temperatureC: 48, pump: 'piston' }, source: 'manual', materials: ['steel', 'nbr', 'polyurethane'], reservoir: { name, litres, fillMark: 'upper mark of the glass', checkState: 'stopped-powered', settle: 10 }, consequence: 4, enough: 'Between the marks, ram retracted.', cautions: 'Stored pressure. Oil from a pinhole goes through skin: never feel for a leak by hand. Any such wound is an emergency, even a small one.',
  tasks: [
    { action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 7, minutes: 3, state: 'stopped-powered' },
    twoInstruments(reads({ ...check('Read temperature, filter and gauges', 7, 'running-loaded', 2), looks: ['oil', 'leak'] }, 'hydraulic-set', { 'Oil temperature': { usual: [46, 55] }, 'Filter difference, warm': { usual: [0.7, 1.4], band: { warnLow: 0.2, warnHigh: 2.5, stopHigh: 4 } } })),
    { action: 'oil-change', title: 'Change oil', kind: 'litres', amount: litres, hours: 8000, days: 1460, minutes: 120, state: 'isolated-depressurised' },
  ],
});

export const bottleOiler = (name: string, where: string): PointPlan => ({ kind: 'bottle-oiler', name, where, lubricant: 'O-32', details: { reservoirMl: 240, mlPerDay: 12 }, source: 'manual', enough: 'Bottle two thirds full, level steady.', tasks: [{ action: 'top-up', title: 'Refill the bottle', kind: 'to-mark', days: 14, minutes: 3 }, reads(check('Look at the bottle', 7), 'bottle-oiler', { 'Oil in the bottle': { usual: [40, 95], fallsInDays: 28 } })] });

export const coupling = (name: string, where: string): PointPlan => ({ kind: 'coupling', name, where, lubricant: 'G-40', source: 'manual', enough: 'Grease shows at the second plug.', cautions: 'Isolate, lock and tag: the coupling guard comes off.', tasks: [{ action: 'grease', title: 'Regrease the coupling', kind: 'grams', amount: 30, hours: 4000, days: 365, minutes: 15, state: 'isolated' }] });

const check = (title: string, days: number, state: MachineState = 'any', minutes = 2): TaskPlan => ({ action: 'check', title, kind: 'to-mark', days, minutes, state });
/** What is usually read at a kind of point, with where it lies here, and this plant's own limits where it has any. */
const reads = (task: TaskPlan, kind: PointKind, here: Record<string, { usual: readonly [number, number]; band?: AskedReading['band']; fallsInDays?: number }>): TaskPlan => ({ ...task, readings: usualReadingsAt(kind).flatMap((asked) => { const own = here[asked.name]; return own ? [{ ...asked, ...own }] : []; }) });
const topUp = (title: string, days: number, state: MachineState = 'any', minutes = 3): TaskPlan => ({ action: 'top-up', title, kind: 'to-mark', days, minutes, state });

export const openGear = (name: string, where: string): PointPlan => ({ kind: 'open-gear', name, where, lubricant: 'OG-1', details: { dust: 'clean' }, source: 'manual', consequence: 4, enough: 'Dark unbroken film on the flanks, nothing thrown off.', cautions: 'Open teeth. Apply only with the drum isolated and locked.', doNots: 'Nothing over the guard while it turns.', tasks: [{ action: 'film', title: 'Renew the film', kind: 'film', hours: 160, days: 28, minutes: 20, state: 'isolated' }, { ...check('Look at the tooth flanks', 90, 'isolated', 5), looks: ['enough', 'guards'], readings: [{ quantity: 'difference', name: 'Pinion, end to end', unit: 'K', validIn: null, band: { warnHigh: 5, stopHigh: 15 }, usual: [1, 4] }] }] });
export const ringOiler = (name: string, where: string, bore: number, rpm: number): PointPlan => ({ kind: 'ring-oiler', name, where, lubricant: 'O-32', details: { boreMm: bore, speedRpm: rpm, temperatureC: 52 }, source: 'manual', consequence: 3, materials: ['steel', 'bronze'], enough: 'Middle of the glass; the ring turns smoothly.', cautions: 'Turning shaft beside the glass.', tasks: [reads({ ...check('Ring turns, level right', 7, 'running-loaded'), looks: ['ring'] }, 'ring-oiler', { 'Level in the glass': { usual: [46, 58] }, 'Bearing temperature': { usual: [49, 58] } }), topUp('Top up', 28)] });
export const sleeve = (name: string, where: string, bore: number, rpm: number): PointPlan => ({ kind: 'sleeve-bearing', name, where, lubricant: 'O-68', details: { boreMm: bore, speedRpm: rpm, temperatureC: 40 }, source: 'nameplate', materials: ['bronze'], enough: 'Oil shows at both ends, then stop.', tasks: [{ action: 'film', title: 'Oil the bearing', kind: 'drops', amount: 10, days: 7, minutes: 2 }] });
export const dripOiler = (name: string, where: string): PointPlan => ({ kind: 'drip-oiler', name, where, lubricant: 'O-68', details: { dropsPerMinute: 8, reservoirMl: 150 }, source: 'nameplate', enough: 'Eight drops a minute when warm.', doNots: 'Shut it when the machine stops.', tasks: [topUp('Fill the glass', 7)] });
export const flushPot = (name: string, where: string): PointPlan => ({ kind: 'seal-flush-pot', name, where, lubricant: 'O-10', details: { temperatureC: 45 }, source: 'manual', materials: ['fkm', 'steel'], enough: 'Between the marks, gauge steady.', cautions: 'The pot is under pressure: relieve it by the valve first.', tasks: [topUp('Check level and gauge', 7, 'running-loaded')] });
export const valveStem = (name: string, where: string): PointPlan => ({ kind: 'valve-stem', name, where, lubricant: 'G-14', source: 'assumed', enough: 'Thin film over the whole thread.', tasks: [{ action: 'film', title: 'Grease the stem', kind: 'film', days: 182, minutes: 4 }] });
export const greaseCup = (name: string, where: string): PointPlan => ({ kind: 'grease-cup', name, where, lubricant: 'G-14', details: { capacityCm3: 60, turnsPerDay: 1, gramsPerTurn: 1.2 }, source: 'nameplate', enough: 'One turn a day; refill when the cup stands at its last thread.', tasks: [{ action: 'grease', title: 'Refill the cup', kind: 'grams', amount: 50, days: 42, minutes: 4 }] });
export const singlePoint = (name: string, where: string): PointPlan => ({ kind: 'single-point-lubricator', name, where, lubricant: 'G-22', details: { capacityCm3: 120, settingsDays: '30, 90, 180, 365', requiredG: 8, intervalH: 700, settingDays: 180 }, source: 'calculated', enough: 'The piston has moved since the last look.', tasks: [reads({ ...check('Piston moved, no pressure loss', 28, 'any', 1), looks: ['lubricator'] }, 'single-point-lubricator', { 'Left in the lubricator': { usual: [38, 95], fallsInDays: 180 } }), { action: 'top-up', title: 'Change the cartridge', kind: 'pieces', amount: 1, days: 180, minutes: 8 }] });
export const centralOutlet = (name: string, where: string, litres = 4): PointPlan => ({ kind: 'central-lubricator-outlet', name, where, lubricant: 'G-00', details: { gramsPerCycle: 0.2, cyclesPerDay: 12, reservoirG: 3500 }, source: 'manual', reservoir: { name: 'Central lubricator', litres, fillMark: 'max ring', checkState: 'any' }, enough: 'Fresh grease at the outlet, no air.', tasks: [reads(check('Grease arrives', 28, 'running-loaded', 1), 'central-lubricator-outlet', { 'Level in the reservoir': { usual: [30, 92], fallsInDays: 19 }, 'Pressure in the line': { usual: [46, 63], band: { stopLow: 15, warnLow: 30, warnHigh: 80, stopHigh: 120 } } })] });
/** The outlet whose visit refills the lubricator they share: through the coupling, so that no dirt and no air get in. */
export const refilledOutlet = (name: string, where: string): PointPlan => {
  const outlet = centralOutlet(name, where);
  return { ...outlet, tasks: [...outlet.tasks, { ...topUp('Refill through the filling coupling', 28, 'any', 6), procedure: 'The lid stays shut: through the coupling and its filter only. To the max ring, not above. Run empty: bleed at the line ends until no bubbles come.' }] };
};
/** The tank of a circulating set: its level where it runs, water, filter, sample, and its oil in the shutdown. */
export const circulatingTank = (name: string, where: string): PointPlan => ({
  ...circulatingOutlet(name, where), enough: 'At the upper line while it runs; the stop level stands higher.', cautions: 'Hot lines, turning pump coupling behind its guard.',
  tasks: [
    topUp('Check level, top up', 7, 'running-loaded', 3),
    { action: 'drain', title: 'Drain water from the bottom', kind: 'to-mark', days: 28, minutes: 5, state: 'running-loaded', procedure: 'Crack the cock until only oil comes. More than a cup: a finding, and look for where it comes from.' },
    { ...check('Read the filter difference, warm', 7, 'running-loaded', 2), procedure: 'Above 40 °C only. Near zero: by-passed or burst. Over 1.3 bar: swing over, change the element.', readings: [{ quantity: 'temperature', name: 'Oil temperature', unit: '°C', validIn: 'running-loaded', band: { warnLow: 40, warnHigh: 60, stopHigh: 70 }, usual: [44, 53] }, { quantity: 'pressure-drop', name: 'Filter difference', unit: 'bar', validIn: 'running-loaded', band: { warnLow: 0.1, warnHigh: 1.3, stopHigh: 1.6 }, usual: [0.4, 0.9] }] },
    { ...check('Draw a sample', 91, 'running-loaded', 10), steps: 'oil-sample', procedure: 'Same cock, running, flush ten times the dead volume, clean bottle three quarters full. Label: point, oil, hours on oil, litres topped up.' },
    { action: 'oil-change', title: 'Change oil', kind: 'litres', amount: 160, minutes: 240, state: 'isolated', yearly: { name: 'summer shutdown', on: '08-03', daysBefore: 14 }, procedure: 'Heater off before the level falls. Drain tank, cooler, filters, low points. Clean, close, fill through the filter, bleed. Then hands and tools out, guards on, own lock off: the operator starts the auxiliary pump; every outlet is seen before the fans run.' },
  ],
});
export const circulatingOutlet = (name: string, where: string): PointPlan => ({ kind: 'circulating-outlet', name, where, lubricant: 'O-32', details: { boreMm: 90, speedRpm: 980, temperatureC: 48 }, source: 'manual', consequence: 4, materials: ['bronze', 'steel', 'nbr'], reservoir: { name: 'Circulating tank', litres: 160, fillMark: 'upper line', checkState: 'running-loaded', settle: 0 }, enough: 'Steady stream in the sight glass.', tasks: [reads({ ...check('Oil arrives at the sight glass', 7, 'running-loaded', 1), looks: ['flow'] }, 'circulating-outlet', { 'Oil at the outlet': { usual: [2.2, 2.8], band: { stopLow: 0.5, warnLow: 1.5 } }, 'Bearing temperature': { usual: [46, 54] } })] });
export const airLubricator = (name: string, where: string): PointPlan => ({ kind: 'pneumatic-lubricator', name, where, lubricant: 'O-22', details: { dropsPerMinute: 2, reservoirMl: 900 }, source: 'manual', materials: ['polycarbonate', 'nbr'], enough: 'Two drops a minute at full flow.', cautions: 'Vent the bowl before it is opened.', tasks: [topUp('Drain water, fill the bowl', 7)] });
export const coolant = (name: string, where: string, litres: number): PointPlan => ({ kind: 'coolant-sump', name, where, lubricant: 'K-5', details: { tankL: litres, targetPct: 6, refractometerFactor: 1.1 }, source: 'manual', enough: 'Six percent by the refractometer, factor 1.1.', tasks: [reads(topUp('Read the refractometer, correct', 7, 'stopped-powered', 5), 'coolant-sump', { Concentration: { usual: [4.9, 5.9], band: { warnLow: 4.5, warnHigh: 7 } } })] });
/** Rolling elements that travel, greased by count over the whole stroke. */
export const rollingGuide = (kind: 'linear-guide' | 'ball-screw', name: string, where: string, lubricant: string, grams: number, more: Partial<PointPlan> = {}): PointPlan => ({
  kind, name, where, lubricant, details: { lubricatedBy: 'grease', washed: 'no', lengthMm: 1200 }, source: 'manual', enough: 'The counted strokes over the whole travel, no lumps at the wipers.', doNots: 'No grease with graphite or molybdenum: the balls jam.', ...more,
  tasks: [{ action: 'grease', title: 'Regrease over the whole stroke', kind: 'grams', amount: grams, hours: 500, days: 182, minutes: 6, state: 'isolated' }],
});

export const rack = (name: string, where: string): PointPlan => ({ kind: 'rack', name, where, lubricant: 'G-22', details: { lengthMm: 2400 }, source: 'nameplate', enough: 'Film on the flanks, wiped backs.', tasks: [{ action: 'film', title: 'Wipe and grease the rack', kind: 'film', days: 56, minutes: 6, state: 'isolated' }] });

/** A unit of a machine that never stops: looked at on the run, opened only in the summer shutdown. */
export const inShutdown = (point: PointPlan): PointPlan => ({
  ...point,
  // Its level is looked at on the run: at a mark of its own, lower than the one that it is filled to.
  enough: 'Oil stands at the running mark; the stopped one is higher.',
  ...(point.reservoir && { reservoir: { ...point.reservoir, checkMark: 'running mark', checkState: 'running-loaded' as const, settle: undefined } }),
  tasks: point.tasks.map((task) => {
    if (task.state !== 'isolated' && task.state !== 'stopped-powered') return task;
    if (task.action === 'top-up' || task.action === 'check') return { ...task, state: 'running-loaded' as const };
    const waiting = { ...task };
    delete waiting.hours;
    delete waiting.days;
    return { ...waiting, yearly: { name: 'summer shutdown', on: '08-03', daysBefore: 14 } };
  }),
});

/** A unit whose level is read on a stick in a pipe of its own: between its marks at any time. */
export const withDipstick = (point: PointPlan): PointPlan => ({
  ...point,
  enough: 'Oil stands between the marks of the dipstick.',
  ...(point.reservoir && { reservoir: { ...point.reservoir, marks: [], fillMark: 'upper mark of the dipstick', checkMark: 'marks of the dipstick' } }),
  tasks: [...point.tasks, { ...check('Read the dipstick', 28, 'running-loaded', 2), readings: [{ quantity: 'level', name: 'Level on the dipstick', unit: '%', validIn: 'running-loaded', band: { stopLow: 10, warnLow: 25, warnHigh: 85 }, gauge: 'dipstick', usual: [45, 70] }] }],
});

/** A chain that never stops has an oiler of its own: nobody comes near it with a brush. */
export const oiledChain = (name: string, where: string, lubricant: string): PointPlan => ({
  kind: 'chain', name, where, lubricant, details: { lengthMm: 6200, dust: 'clean' }, source: 'manual', enough: 'Six drops a minute at each plate, film on the links, nothing drips.', doNots: 'No brush and no can at the moving chain.', cautions: 'Look through the window; the bottle hangs outside the guard.',
  tasks: [reads({ ...check('Oiler drops, film on the links', 7, 'running-loaded', 3), looks: ['enough'] }, 'drip-oiler', { Drops: { usual: [5, 7], band: { stopLow: 1, warnLow: 4, warnHigh: 10 } } }), topUp('Fill the oiler bottle', 14, 'running-loaded', 3)],
});
