/**
 * Moorfeld Tileworks as compact source data. Everything here is made up: the plant, its people, machines and house
 * codes. `expand.ts` turns it into rows and half a year of history.
 */
import type { MachineState } from '../core/register/machine-states';
import type { AmountKind, PointKind, SourceRank, TaskAction } from '../core/register/point-kinds';

export const plant = { name: 'Moorfeld Tileworks', timeZone: 'Europe/Vienna' };

export const people = [
  { initials: 'HB', name: 'Hanna Brückl', role: 'technician' },
  { initials: 'TO', name: 'Tomasz Oberleitner', role: 'technician' },
  { initials: 'MS', name: 'Mirela Stöger', role: 'planner' },
  { initials: 'JK', name: 'Jonas Kreil', role: 'apprentice' },
];

export const lubricants = [
  { code: 'G-22', name: 'Lithium complex grease, NLGI 2, mineral', kind: 'grease', nlgi: '2', thickener: 'lithium complex', baseOil: 'mineral', isoVg: 150, lowerC: -25, upperC: 140 },
  { code: 'G-31', name: 'Polyurea high-temperature grease, NLGI 2', kind: 'grease', nlgi: '2', thickener: 'polyurea', baseOil: 'synthetic', isoVg: 100, lowerC: -30, upperC: 180 },
  { code: 'G-14', name: 'Calcium sulphonate water-resistant grease, NLGI 1–2', kind: 'grease', nlgi: '1', thickener: 'calcium sulphonate', baseOil: 'mineral', isoVg: 460, lowerC: -20, upperC: 150 },
  { code: 'O-220', name: 'EP gear oil', kind: 'gear-ep', isoVg: 220, kv40: 220, kv100: 19 },
  { code: 'O-460', name: 'Compounded worm gear oil, no active sulphur', kind: 'gear-compounded', isoVg: 460, kv40: 460, kv100: 30.5 },
  { code: 'O-46', name: 'Hydraulic oil, zinc-free', kind: 'hydraulic', isoVg: 46, kv40: 46, kv100: 6.8 },
  { code: 'O-68', name: 'Slideway oil, tacky', kind: 'slideway', isoVg: 68, kv40: 68, kv100: 8.7 },
  { code: 'O-32', name: 'Circulating and machine oil', kind: 'circulating', isoVg: 32, kv40: 32, kv100: 5.4 },
  { code: 'O-150', name: 'Chain oil, synthetic, low smoke', kind: 'chain', isoVg: 150, kv40: 150, kv100: 16.5 },
];

export const guns = [
  { code: 'GUN-1', name: 'Lever gun, cart A', lubricant: 'G-22', gramsPerStroke: 1.2, calibration: { strokes: 20, massG: 24.1 } },
  { code: 'GUN-2', name: 'Lever gun, kiln cart', lubricant: 'G-31', gramsPerStroke: 0.9, calibration: { strokes: 20, massG: 18 } },
  { code: 'GUN-3', name: 'Two-speed gun, wet end', lubricant: 'G-14', gramsPerStroke: 1.6, calibration: { strokes: 20, massG: 31.8 } },
];

export const areas = [
  { code: 'BM', name: 'Clay yard and ball mills' },
  { code: 'SD', name: 'Spray dryer' },
  { code: 'PR', name: 'Press hall' },
  { code: 'GL', name: 'Glazing lines' },
  { code: 'KI', name: 'Roller kiln' },
  { code: 'TR', name: 'Toolroom' },
];

export type TaskPlan = { action: TaskAction; title: string; kind: AmountKind; amount?: number; hours?: number; days?: number; runIn?: number; minutes?: number; state?: MachineState; computed?: boolean; procedure?: string };
export type PointPlan = { kind: PointKind; name: string; where: string; lubricant: string; details?: Record<string, number | string>; cautions?: string; doNots?: string; access?: string; enough?: string; consequence?: number; forbidsAirGun?: boolean; source?: SourceRank; tasks: TaskPlan[] };
export type MachinePlan = { code: string; area: string; name: string; description?: string; duty: number; meterStart?: number; rolloverAt?: number; energy?: [string, string][]; points: PointPlan[] };

const mains: [string, string] = ['mains 400 V', 'main switch locked, absence of voltage tested at the terminals'];
const air: [string, string] = ['compressed air 6 bar', 'valve locked, gauge at zero, line vented'];
const hydraulics: [string, string] = ['hydraulic accumulator', 'drained to the tank, gauge at zero'];
const raised: [string, string] = ['raised ram', 'prop in place, ram resting on it'];

type Bearing = { d: number; D: number; B: number; kind?: string; rpm: number; temp: number; dirt?: string; wet?: string; vibration?: number; position?: string; seal?: string };

/** A greased bearing whose amount and interval are computed. */
const bearing = (name: string, where: string, lubricant: string, size: Bearing, more: Partial<PointPlan> = {}): PointPlan => ({
  kind: 'rolling-bearing', name, where, lubricant,
  details: { bearingKind: size.kind ?? 'ball', boreMm: size.d, outsideDiameterMm: size.D, widthMm: size.B, speedRpm: size.rpm, temperatureC: size.temp, contamination: size.dirt ?? 'light-non-abrasive', moisture: size.wet ?? 'dry', vibrationMmS: size.vibration ?? 2, position: size.position ?? 'horizontal', feed: 'side', sealing: size.seal ?? 'open' },
  enough: 'A little fresh grease at the shaft gap; stop at the counted strokes.', source: 'calculated', ...more,
  tasks: [{ action: 'grease', title: 'Regrease', kind: 'grams', computed: true, state: 'any', minutes: 4 }],
});

/** The two bearings of an electric motor. */
const motor = (name: string, lubricant: string, size: Bearing): PointPlan[] => [
  bearing(`${name}, drive end`, 'Fitting under the fan cowl, left', lubricant, size, { cautions: 'Shaft turns. Grease only through the remote fitting, guards closed.', doNots: 'No air gun: it pushes the seal out.', forbidsAirGun: true }),
  bearing(`${name}, fan end`, 'Fitting behind the fan cowl', lubricant, { ...size, temp: size.temp - 5 }, { cautions: 'Shaft turns. Grease only through the remote fitting, guards closed.', forbidsAirGun: true }),
];

const gearCase = (name: string, where: string, lubricant: string, litres: number, hours: number, more: Partial<PointPlan> = {}): PointPlan => ({
  kind: 'gear-case', name, where, lubricant, details: { temperatureC: 60, mounting: 'B3' }, source: 'manual', enough: 'Oil stands at the middle of the sight glass, stopped and settled 5 minutes.',
  cautions: 'Hot oil scalds: drain warm, not hot. Isolate and lock before the plug is loosened.', ...more,
  tasks: [
    { action: 'oil-change', title: 'Change oil', kind: 'litres', amount: litres, hours, days: 730, runIn: 300, minutes: 45, state: 'isolated', procedure: 'Loosen the filler first. Drain warm into a pan that holds it all. Look at the oil and the magnet. New seal on the plug. Fill slowly to the mark, run, stop, let settle, check the level again.' },
    { action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 28, minutes: 3, state: 'stopped-powered' },
  ],
});

const wormUnit = (name: string, where: string, litres: number): PointPlan => gearCase(name, where, 'O-460', litres, 3000, { kind: 'worm-unit', details: { temperatureC: 70, mounting: 'B6', wheelMaterial: 'bronze' }, doNots: 'No oil with active sulphur: the wheel is bronze.' });

const chain = (name: string, where: string, lubricant = 'O-150'): PointPlan => ({
  kind: 'chain', name, where, lubricant, details: { lengthMm: 6200 }, source: 'manual', enough: 'Unbroken film on the inside of the links, nothing drips.', doNots: 'No drips above the tiles.', cautions: 'Pinch points. Apply only with the drive isolated, or with the long brush behind the guard.',
  tasks: [{ action: 'film', title: 'Oil the chain', kind: 'drops', amount: 40, hours: 80, minutes: 6, state: 'isolated' }],
});

const slideway = (name: string, where: string): PointPlan => ({
  kind: 'slideway', name, where, lubricant: 'O-68', details: { lengthMm: 1500 }, source: 'nameplate', enough: 'Even film, no dry streaks.', doNots: 'No compressed air on the ways.',
  tasks: [{ action: 'film', title: 'Wipe and oil the ways', kind: 'film', days: 7, hours: 16, minutes: 5, state: 'stopped-powered' }],
});

const screw = (name: string, where: string): PointPlan => ({ kind: 'screw', name, where, lubricant: 'O-68', details: { lengthMm: 900 }, source: 'nameplate', enough: 'Film over the whole thread after two passes.', tasks: [{ action: 'film', title: 'Oil the screw', kind: 'passes', amount: 2, days: 28, minutes: 4, state: 'stopped-powered' }] });

const hydraulicSet = (name: string, where: string, litres: number): PointPlan => ({
  kind: 'hydraulic-set', name, where, lubricant: 'O-46', details: { temperatureC: 48 }, source: 'manual', consequence: 4, enough: 'Between the marks, ram retracted.', cautions: 'Stored pressure. Oil from a pinhole goes through skin: never feel for a leak by hand. Any such wound is an emergency, even a small one.',
  tasks: [
    { action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 7, minutes: 3, state: 'stopped-powered' },
    { action: 'oil-change', title: 'Change oil', kind: 'litres', amount: litres, hours: 8000, days: 1460, minutes: 120, state: 'isolated-depressurised' },
  ],
});

const bottleOiler = (name: string, where: string): PointPlan => ({ kind: 'bottle-oiler', name, where, lubricant: 'O-32', source: 'manual', enough: 'Bottle two thirds full, level steady.', tasks: [{ action: 'top-up', title: 'Refill the bottle', kind: 'to-mark', days: 14, minutes: 3 }] });

const coupling = (name: string, where: string): PointPlan => ({ kind: 'coupling', name, where, lubricant: 'G-22', source: 'manual', enough: 'Grease shows at the second plug.', cautions: 'Isolate, lock and tag: the coupling guard comes off.', tasks: [{ action: 'grease', title: 'Regrease the coupling', kind: 'grams', amount: 30, hours: 4000, days: 365, minutes: 15, state: 'isolated' }] });

const mill = (n: number, meterStart: number): MachinePlan => ({
  code: `BM-${n}`, area: 'BM', name: `Wet ball mill ${n}`, description: 'Batch mill, wet grinding of clay body.', duty: 15, meterStart, energy: [mains, raised],
  points: [
    ...motor('Main motor', 'G-22', { d: 80, D: 170, B: 39, rpm: 990, temp: 58, vibration: 3 }),
    gearCase('Reduction gear', 'Left of the drum, sight glass to the aisle', 'O-220', 34, 4000, { consequence: 4 }),
    bearing('Trunnion bearing, feed end', 'Platform, two fittings', 'G-14', { d: 220, D: 400, B: 108, kind: 'spherical', rpm: 22, temp: 40, dirt: 'light-abrasive', wet: 'condensation' }, { consequence: 4, cautions: 'Platform edge. Drum turns: stay outside the rail.' }),
    bearing('Trunnion bearing, discharge end', 'Platform, two fittings', 'G-14', { d: 220, D: 400, B: 108, kind: 'spherical', rpm: 22, temp: 42, dirt: 'light-abrasive', wet: 'condensation' }, { consequence: 4, cautions: 'Platform edge. Drum turns: stay outside the rail.' }),
    coupling('Drive coupling', 'Between motor and gear, under the guard'),
  ],
});

const fan = (code: string, name: string, meterStart: number, temp: number): MachinePlan => ({
  code, area: 'SD', name, duty: 16, meterStart, energy: [mains],
  points: [
    ...motor('Fan motor', temp > 70 ? 'G-31' : 'G-22', { d: 65, D: 140, B: 33, rpm: 1480, temp: temp - 5 }),
    bearing('Fan shaft, wheel end', 'Pedestal at the casing', temp > 70 ? 'G-31' : 'G-22', { d: 75, D: 160, B: 37, kind: 'spherical', rpm: 1480, temp, dirt: 'severe-non-abrasive', vibration: 4 }, { consequence: 3 }),
    bearing('Fan shaft, belt end', 'Pedestal at the belt guard', temp > 70 ? 'G-31' : 'G-22', { d: 75, D: 160, B: 37, rpm: 1480, temp: temp - 8, dirt: 'severe-non-abrasive', vibration: 4 }, { consequence: 3, cautions: 'Belt drive beside the fitting: guard closed.' }),
  ],
});

const press = (n: number, meterStart: number): MachinePlan => ({
  code: `P${n}`, area: 'PR', name: `Tile press ${n}`, description: 'Hydraulic press with gear-driven feeder.', duty: 16, meterStart, energy: [mains, hydraulics, raised, air],
  points: [
    hydraulicSet('Main hydraulic set', 'Pit behind the press', 420),
    gearCase('Feeder gear', 'Feeder, operator side', 'O-220', 3.2, 4000),
    ...motor('Pump motor', 'G-22', { d: 70, D: 150, B: 35, rpm: 1485, temp: 62 }),
    chain('Feeder chain', 'Under the feeder grid'),
    slideway('Feeder ways', 'Both sides of the feeder'),
    bearing('Flywheel bearing, left', 'Ladder, left side', 'G-22', { d: 120, D: 215, B: 58, kind: 'spherical', rpm: 220, temp: 45, dirt: 'light-abrasive', vibration: 6 }, { consequence: 3, cautions: 'Ladder: two people, or the platform.' }),
    bearing('Flywheel bearing, right', 'Ladder, right side', 'G-22', { d: 120, D: 215, B: 58, kind: 'spherical', rpm: 220, temp: 45, dirt: 'light-abrasive', vibration: 6 }, { consequence: 3, cautions: 'Ladder: two people, or the platform.' }),
  ],
});

const glazing = (n: number, meterStart: number): MachinePlan => ({
  code: `GL${n}-01`, area: 'GL', name: `Glazing line ${n}, conveyor`, duty: 16, meterStart, energy: [mains, air],
  points: [
    wormUnit('Head drive worm unit', 'Head end, below the belt', 1.1),
    wormUnit('Turner worm unit', 'Tile turner', 0.6),
    chain('Transfer chain', 'Left side, under the cover'),
    bearing('Head pulley bearing, drive side', 'Head end', 'G-14', { d: 40, D: 80, B: 18, rpm: 60, temp: 30, dirt: 'light-abrasive', wet: 'water', seal: 'lip' }, { kind: 'insert-bearing', doNots: 'One slow stroke at a time: lip seals.', forbidsAirGun: true }),
    bearing('Head pulley bearing, free side', 'Head end', 'G-14', { d: 40, D: 80, B: 18, rpm: 60, temp: 30, dirt: 'light-abrasive', wet: 'water', seal: 'lip' }, { kind: 'insert-bearing', doNots: 'One slow stroke at a time: lip seals.', forbidsAirGun: true }),
    bearing('Tail pulley bearing', 'Tail end, through the hose', 'G-14', { d: 40, D: 80, B: 18, rpm: 60, temp: 28, dirt: 'light-abrasive', wet: 'water', seal: 'lip' }, { kind: 'insert-bearing', forbidsAirGun: true }),
  ],
});

const kilnDrive = (n: number, meterStart: number): MachinePlan => ({
  code: `KI-D${n}`, area: 'KI', name: `Kiln roller drive ${n}`, duty: 24, meterStart, energy: [mains, ['hot rollers and casing', 'measured with infrared, below 50 °C']],
  points: [
    wormUnit('Section worm unit', 'Drive side, section cover', 2.4),
    chain('Section chain', 'Drive side'),
    ...[1, 2, 3, 4].map((roller) => bearing(`Roller bearing ${n}.${roller}`, 'Hot side, behind the shield', 'G-31', { d: 35, D: 72, B: 17, rpm: 45, temp: 95, dirt: 'light-abrasive' }, { cautions: 'Hot surfaces behind the shield. Long-sleeved gloves.' })),
  ],
});

const dailyCheck: TaskPlan = { action: 'check', title: 'Look at the sight feed', kind: 'to-mark', days: 7, minutes: 1, state: 'running-idle' };

export const machines: MachinePlan[] = [
  mill(1, 18_250), mill(2, 15_902), mill(3, 9120),
  fan('SD-F1', 'Dryer exhaust fan', 22_410, 78), fan('SD-F2', 'Hot-air fan', 22_130, 92), fan('SD-F3', 'Cooling fan', 19_876, 55),
  { code: 'SD-P1', area: 'SD', name: 'Slip piston pump', duty: 16, meterStart: 8840, energy: [mains], points: [gearCase('Crankcase', 'Behind the cover', 'O-220', 8.5, 2500), ...motor('Pump motor', 'G-22', { d: 50, D: 110, B: 27, rpm: 1450, temp: 55 }), bottleOiler('Plunger oiler, left', 'Above the plunger'), bottleOiler('Plunger oiler, right', 'Above the plunger')] },
  { ...fan('PR-F1', 'Dust extraction fan', 27_300, 52), area: 'PR' },
  press(1, 31_200), press(2, 28_744), { ...press(3, 9730), rolloverAt: 10_000 },
  glazing(1, 12_090), glazing(2, 11_873), { ...glazing(3, 0), duty: 14, meterStart: undefined },
  kilnDrive(1, 40_115), kilnDrive(2, 40_118), kilnDrive(3, 40_097),
  { code: 'KI-F1', area: 'KI', name: 'Kiln combustion fan', duty: 24, meterStart: 40_020, energy: [mains], points: [...motor('Fan motor', 'G-31', { d: 60, D: 130, B: 31, rpm: 2950, temp: 68 }), bearing('Fan shaft bearing', 'Pedestal', 'G-31', { d: 60, D: 130, B: 31, rpm: 2950, temp: 74, vibration: 5 }, { consequence: 4 })] },
  { code: 'TR-L1', area: 'TR', name: 'Gap-bed lathe', description: 'Used a few hours a week.', duty: 1.2, meterStart: 3120, energy: [mains], points: [gearCase('Headstock', 'Sight glass on the front', 'O-32', 6, 2000), { kind: 'gear-case', name: 'Feed gearbox', where: 'Below the headstock', lubricant: 'O-32', source: 'nameplate', details: {}, enough: 'Middle of the glass.', tasks: [{ action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 28, minutes: 3, state: 'stopped-powered' }] }, { kind: 'generic', name: 'Apron reservoir', where: 'Apron, right plug', lubricant: 'O-68', source: 'nameplate', enough: 'To the plug.', tasks: [{ action: 'top-up', title: 'Fill the apron', kind: 'to-mark', days: 28, minutes: 3 }] }, slideway('Bed ways', 'Full length'), screw('Lead screw', 'Behind the apron'), screw('Cross slide screw', 'Under the chip cover')] },
  { code: 'TR-M1', area: 'TR', name: 'Knee mill', duty: 1, meterStart: 2210, energy: [mains], points: [slideway('Table ways', 'X and Y'), screw('Table screw', 'From below'), { kind: 'spindle', name: 'Spindle oiler', where: 'Head, flip cup', lubricant: 'O-32', source: 'nameplate', enough: 'Cup full.', tasks: [{ action: 'top-up', title: 'Fill the flip cup', kind: 'to-mark', days: 7, minutes: 2 }] }, slideway('Knee ways', 'Column')] },
  { code: 'TR-G1', area: 'TR', name: 'Surface grinder', duty: 0.8, meterStart: 1480, energy: [mains], points: [slideway('Table ways', 'Under the bellows'), { kind: 'spindle', name: 'Grinding spindle reservoir', where: 'Sight glass on the head', lubricant: 'O-32', source: 'manual', consequence: 4, enough: 'At the line, stopped.', tasks: [{ action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 14, minutes: 3, state: 'stopped-powered' }, dailyCheck] }, hydraulicSet('Table hydraulics', 'Base, rear', 45)] },
  { code: 'TR-D1', area: 'TR', name: 'Radial drill', duty: 0.6, energy: [mains], points: [gearCase('Drill head', 'Glass on the head', 'O-32', 4, 2000), slideway('Arm ways', 'Arm, both faces'), screw('Elevating screw', 'Column'), { kind: 'sleeve-bearing', name: 'Column sleeve', where: 'Cup on the column', lubricant: 'O-68', source: 'nameplate', enough: 'Film at the lower edge.', tasks: [{ action: 'film', title: 'Oil the column', kind: 'drops', amount: 10, days: 28, minutes: 2 }] }] },
  { code: 'BM-C1', area: 'BM', name: 'Clay belt conveyor', duty: 12, meterStart: 6400, energy: [mains], points: [wormUnit('Drive worm unit', 'Head end', 1.8), bearing('Head drum bearing, left', 'Head end', 'G-14', { d: 60, D: 110, B: 22, rpm: 90, temp: 25, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' }), bearing('Head drum bearing, right', 'Head end', 'G-14', { d: 60, D: 110, B: 22, rpm: 90, temp: 25, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' }), bearing('Tail drum bearing', 'Tail end, long hose', 'G-14', { d: 60, D: 110, B: 22, rpm: 90, temp: 25, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' })] },
];

/** Routes: which tasks by machine prefix and action, walked on which weekday (1 Monday), every so many weeks. */
export const routes: { code: string; name: string; areas: string[]; actions: TaskAction[]; weekday: number; everyWeeks: number; by: string }[] = [
  { code: 'R-MILLS', name: 'Mills and yard, greasing', areas: ['BM'], actions: ['grease'], weekday: 2, everyWeeks: 1, by: 'HB' },
  { code: 'R-DRYER', name: 'Dryer fans and pump', areas: ['SD'], actions: ['grease', 'top-up'], weekday: 3, everyWeeks: 1, by: 'TO' },
  { code: 'R-PRESS', name: 'Press hall levels and chains', areas: ['PR'], actions: ['top-up', 'film'], weekday: 1, everyWeeks: 1, by: 'HB' },
  { code: 'R-LINE', name: 'Glazing lines and kiln', areas: ['GL', 'KI'], actions: ['grease', 'film', 'top-up'], weekday: 4, everyWeeks: 1, by: 'TO' },
  { code: 'R-TOOL', name: 'Toolroom', areas: ['TR'], actions: ['top-up', 'film', 'check'], weekday: 5, everyWeeks: 1, by: 'JK' },
  { code: 'R-OIL', name: 'Oil changes', areas: ['BM', 'SD', 'PR', 'GL', 'KI', 'TR'], actions: ['oil-change'], weekday: 6, everyWeeks: 2, by: 'HB' },
];

/** Points whose last service nobody remembers. */
export const forgotten = ['TR-D1', 'GL3-01'];
/** Points that have been passed over and are overdue. */
export const neglected = ['SD-F2', 'BM-C1'];
