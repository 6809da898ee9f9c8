import type { TaskAction } from '../core/register/point-kinds';
import { type MachinePlan, type TaskPlan, airLubricator, bearing, bottleOiler, centralOutlet, chain, circulatingOutlet, coolant, coupling, dripOiler, flushPot, gearCase, greaseCup, hydraulicSet, motor, openGear, rack, ringOiler, screw, singlePoint, sleeve, slideway, valveStem, wormUnit } from './plans';

/**
 * Moorfeld Tileworks as compact source data. Everything here is made up: the plant, its people, machines and house
 * codes. `register.ts` and `history.ts` turn it into rows and half a year of history.
 */

export const plant = { name: 'Moorfeld Tileworks', timeZone: 'Europe/Vienna' };

export const people = [
  { initials: 'HB', name: 'Hanna Brückl', role: 'technician' },
  { initials: 'TO', name: 'Tomasz Oberleitner', role: 'technician' },
  { initials: 'MS', name: 'Mirela Stöger', role: 'planner' },
  { initials: 'JK', name: 'Jonas Kreil', role: 'apprentice' },
];

export const areas = [
  { code: 'BM', name: 'Clay yard and ball mills', coldestC: -15, warmestC: 40 },
  { code: 'SD', name: 'Spray dryer', coldestC: 5, warmestC: 45 },
  { code: 'PR', name: 'Press hall', coldestC: 12, warmestC: 38 },
  { code: 'GL', name: 'Glazing lines', coldestC: 12, warmestC: 34 },
  { code: 'KI', name: 'Roller kiln', coldestC: 15, warmestC: 48 },
  { code: 'SO', name: 'Sorting line', coldestC: 12, warmestC: 34 },
  { code: 'CP', name: 'Compressor and pump house', coldestC: 5, warmestC: 40 },
  { code: 'TR', name: 'Toolroom', coldestC: 15, warmestC: 30 },
];

const mains: [string, string] = ['mains 400 V', 'main switch locked, absence of voltage tested at the terminals'];
const air: [string, string] = ['compressed air 6 bar', 'valve locked, gauge at zero, line vented'];
const hydraulics: [string, string] = ['hydraulic accumulator', 'drained to the tank, gauge at zero'];
const raised: [string, string] = ['raised ram', 'prop in place, ram resting on it'];

const mill = (n: number, meterStart: number): MachinePlan => ({
  code: `BM-${n}`, area: 'BM', name: `Wet ball mill ${n}`, description: 'Batch mill, wet grinding of clay body.', duty: 15, meterStart, energy: [mains, raised],
  points: [
    ...motor('Main motor', 'G-22', { d: 80, D: 170, B: 39, rpm: 990, temp: 58, vibration: 3 }),
    gearCase('Reduction gear', 'Left of the drum, sight glass to the aisle', 'O-220', 34, 4000, { consequence: 4 }),
    bearing('Trunnion bearing, feed end', 'Platform, two fittings', 'G-14', { d: 220, D: 400, B: 108, kind: 'spherical', rpm: 22, temp: 40, dirt: 'light-abrasive', wet: 'condensation' }, { consequence: 4, cautions: 'Platform edge. Drum turns: stay outside the rail.' }),
    bearing('Trunnion bearing, discharge end', 'Platform, two fittings', 'G-14', { d: 220, D: 400, B: 108, kind: 'spherical', rpm: 22, temp: 42, dirt: 'light-abrasive', wet: 'condensation' }, { consequence: 4, cautions: 'Platform edge. Drum turns: stay outside the rail.' }),
    coupling('Drive coupling', 'Between motor and gear, under the guard'),
    openGear('Girth gear and pinion', 'Drum, drive side, behind the mesh'),
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
    wormUnit('Section worm unit', 'Drive side, section cover', 2.4, 'O-460', 88),
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
  glazing(1, 12_090), glazing(2, 11_873), { ...glazing(3, 0), duty: 14, meterStart: undefined, points: glazing(3, 0).points.map((point) => (point.name === 'Turner worm unit' ? { ...point, reservoir: { ...point.reservoir!, comesEmpty: true } } : point)) },
  kilnDrive(1, 40_115), kilnDrive(2, 40_118), kilnDrive(3, 40_097),
  { code: 'KI-F1', area: 'KI', name: 'Kiln combustion fan', duty: 24, meterStart: 40_020, energy: [mains], points: [...motor('Fan motor', 'G-31', { d: 60, D: 130, B: 31, rpm: 2950, temp: 68 }), bearing('Fan shaft bearing', 'Pedestal', 'G-31', { d: 60, D: 130, B: 31, rpm: 2950, temp: 74, vibration: 5 }, { consequence: 4 })] },
  {
    code: 'SO-1', area: 'SO', name: 'Sorting conveyor', duty: 16, meterStart: 14_020, energy: [mains, air],
    points: [
      ...[1, 2, 3, 4].map((n) => centralOutlet(`Bench roller ${n}`, `Distributor block, outlet ${n}`)),
      singlePoint('Head roller bearing', 'Head end, cartridge'), singlePoint('Tail roller bearing', 'Tail end, cartridge'),
      { ...chain('Reject chain', 'Below the reject gate', 'D-1'), details: { lengthMm: 4100, dust: 'dusty' }, enough: 'Dry grey film, no wet spots.' },
      gearCase('Drive gearmotor', 'Head end', 'O-220', 1.4, 8000, { details: { gearKind: 'gearmotor', temperatureC: 55, wheelMaterial: 'steel', shock: 'no', supply: 'splash' } }),
    ],
  },
  {
    code: 'SO-2', area: 'SO', name: 'Stacker', duty: 16, meterStart: 14_011, energy: [mains, raised],
    points: [rack('Lift rack', 'Mast, both sides'), { ...slideway('Mast ways', 'Mast, full height'), details: { lengthMm: 2600, lie: 'vertical' } }, screw('Gripper screw', 'Gripper head'), bearing('Lift shaft bearing, left', 'Top of the mast', 'G-22', { named: '6208-2Z', d: 40, D: 80, B: 18, rpm: 90, temp: 32, seal: 'closed' }, { tasks: [{ action: 'check', title: 'Listen, feel with a probe', kind: 'to-mark', days: 182, minutes: 3 }], enough: 'Quiet and cool.' }), airLubricator('Gripper air lubricator', 'Valve panel')],
  },
  {
    code: 'CP-K1', area: 'CP', name: 'Screw compressor', duty: 18, meterStart: 33_480, energy: [mains, air, ['hot oil', 'measured with infrared, below 50 °C']],
    points: [
      { kind: 'compressor', name: 'Compressor stage', where: 'Separator tank, glass', lubricant: 'O-47', details: { compressorKind: 'screw', dischargeC: 86, temperatureC: 82 }, source: 'manual', consequence: 3, materials: ['steel', 'fkm', 'aluminium'], reservoir: { name: 'Separator tank', litres: 18, fillMark: 'top of the glass', checkState: 'isolated-depressurised', settle: 5 }, enough: 'Top of the glass, stopped and vented.', cautions: 'Pressure: vent and wait for zero before the plug is touched.', tasks: [{ action: 'oil-change', title: 'Change oil', kind: 'litres', amount: 18, hours: 4000, days: 730, minutes: 40, state: 'isolated-depressurised' }, { action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 7, minutes: 3, state: 'isolated-depressurised' }] },
      ...motor('Main motor', 'G-22', { named: '6316', d: 80, D: 170, B: 39, rpm: 2970, temp: 64 }),
      airLubricator('Press hall air line', 'After the dryer, bowl'),
    ],
  },
  {
    code: 'CP-W1', area: 'CP', name: 'Process water pump', duty: 20, meterStart: 26_300, energy: [mains, ['water pressure', 'valves locked, drain open']],
    points: [ringOiler('Journal bearing, drive end', 'Pedestal, glass', 70, 1480), ringOiler('Journal bearing, free end', 'Pedestal, glass', 70, 1480), flushPot('Seal flush pot', 'Column beside the pump'), coupling('Pump coupling', 'Under the guard'), valveStem('Discharge valve stem', 'Ladder'), ...motor('Pump motor', 'G-22', { named: '6314', d: 70, D: 150, B: 35, rpm: 1480, temp: 58 })],
  },
  {
    code: 'CP-W2', area: 'CP', name: 'Slurry pump', duty: 12, meterStart: 9800, energy: [mains],
    points: [bearing('Bearing housing', 'Oil glass on the left', 'O-32', { d: 90, D: 190, B: 64, kind: 'spherical', rpm: 980, temp: 54, dirt: 'light-abrasive', wet: 'humid' }, { details: { bearingKind: 'spherical', boreMm: 90, outsideDiameterMm: 190, widthMm: 64, speedRpm: 980, temperatureC: 54, contamination: 'light-abrasive', moisture: 'humid', vibrationMmS: 4, position: 'horizontal', lubricatedBy: 'oil' }, enough: 'Middle of the glass, stopped.', tasks: [{ action: 'oil-change', title: 'Change oil', kind: 'litres', amount: 2.2, hours: 2000, days: 365, minutes: 25, state: 'isolated' }, { action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 7, minutes: 2, state: 'stopped-powered' }] }), greaseCup('Gland grease cup', 'Gland, upper side'), valveStem('Suction valve stem', 'Floor')],
  },
  { code: 'CP-O1', area: 'CP', name: 'Circulating oil set', duty: 20, meterStart: 26_290, energy: [mains], points: [circulatingOutlet('Outlet, fan bearing left', 'Sight glass 1'), circulatingOutlet('Outlet, fan bearing right', 'Sight glass 2'), circulatingOutlet('Outlet, gear', 'Sight glass 3')] },
  { code: 'TR-S1', area: 'TR', name: 'Power hacksaw', duty: 0.6, energy: [mains], points: [sleeve('Crank bearing, left', 'Cup on the cap', 35, 90), sleeve('Crank bearing, right', 'Cup on the cap', 35, 90), dripOiler('Connecting rod oiler', 'Glass on the rod'), slideway('Bow ways', 'Both sides'), coolant('Coolant sump', 'Base', 28)] },
  { code: 'TR-L1', area: 'TR', name: 'Gap-bed lathe', description: 'Used a few hours a week.', duty: 1.2, meterStart: 3120, energy: [mains], points: [gearCase('Headstock', 'Sight glass on the front', 'O-32', 6, 2000), { kind: 'gear-case', name: 'Feed gearbox', where: 'Below the headstock', lubricant: 'O-32', source: 'nameplate', details: {}, enough: 'Middle of the glass.', tasks: [{ action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 28, minutes: 3, state: 'stopped-powered' }] }, { kind: 'generic', name: 'Apron reservoir', where: 'Apron, right plug', lubricant: 'O-68', source: 'nameplate', enough: 'To the plug.', tasks: [{ action: 'top-up', title: 'Fill the apron', kind: 'to-mark', days: 28, minutes: 3 }] }, slideway('Bed ways', 'Full length'), screw('Lead screw', 'Behind the apron'), screw('Cross slide screw', 'Under the chip cover'), coolant('Coolant sump', 'Base, rear', 60)] },
  { code: 'TR-M1', area: 'TR', name: 'Knee mill', duty: 1, meterStart: 2210, energy: [mains], points: [slideway('Table ways', 'X and Y'), screw('Table screw', 'From below'), { kind: 'spindle', name: 'Spindle oiler', where: 'Head, flip cup', lubricant: 'O-32', source: 'nameplate', enough: 'Cup full.', tasks: [{ action: 'top-up', title: 'Fill the flip cup', kind: 'to-mark', days: 7, minutes: 2 }] }, slideway('Knee ways', 'Column')] },
  { code: 'TR-G1', area: 'TR', name: 'Surface grinder', duty: 0.8, meterStart: 1480, energy: [mains], points: [slideway('Table ways', 'Under the bellows'), { kind: 'spindle', name: 'Grinding spindle reservoir', where: 'Sight glass on the head', lubricant: 'O-32', source: 'manual', consequence: 4, enough: 'At the line, stopped.', tasks: [{ action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 14, minutes: 3, state: 'stopped-powered' }, dailyCheck] }, hydraulicSet('Table hydraulics', 'Base, rear', 45)] },
  { code: 'TR-D1', area: 'TR', name: 'Radial drill', duty: 0.6, energy: [mains], points: [gearCase('Drill head', 'Glass on the head', 'O-32', 4, 2000), slideway('Arm ways', 'Arm, both faces'), screw('Elevating screw', 'Column'), { kind: 'sleeve-bearing', name: 'Column sleeve', where: 'Cup on the column', lubricant: 'O-68', source: 'nameplate', enough: 'Film at the lower edge.', tasks: [{ action: 'film', title: 'Oil the column', kind: 'drops', amount: 10, days: 28, minutes: 2 }] }] },
  { code: 'BM-C1', area: 'BM', name: 'Clay belt conveyor', duty: 12, meterStart: 6400, energy: [mains], points: [gearCase('Drive gearmotor', 'Head end, outdoors', 'O-220', 1.8, 3000, { details: { gearKind: 'gearmotor', temperatureC: 45, wheelMaterial: 'steel', shock: 'yes', supply: 'splash' }, winter: 'O-100' }), bearing('Head drum bearing, left', 'Head end', 'G-14', { d: 60, D: 110, B: 22, rpm: 90, temp: 25, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' }), bearing('Head drum bearing, right', 'Head end', 'G-14', { d: 60, D: 110, B: 22, rpm: 90, temp: 25, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' }), bearing('Tail drum bearing', 'Tail end, long hose', 'G-14', { d: 60, D: 110, B: 22, rpm: 90, temp: 25, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' })] },
];

/** Routes: which tasks by machine prefix and action, walked on which weekday (1 Monday), every so many weeks. */
export const routes: { code: string; name: string; areas: string[]; actions: TaskAction[]; weekday: number; everyWeeks: number; by: string }[] = [
  { code: 'R-MILLS', name: 'Mills and yard, greasing', areas: ['BM'], actions: ['grease'], weekday: 2, everyWeeks: 1, by: 'HB' },
  { code: 'R-DRYER', name: 'Dryer fans and pump', areas: ['SD'], actions: ['grease', 'top-up'], weekday: 3, everyWeeks: 1, by: 'TO' },
  { code: 'R-PRESS', name: 'Press hall levels and chains', areas: ['PR'], actions: ['top-up', 'film'], weekday: 1, everyWeeks: 1, by: 'HB' },
  { code: 'R-LINE', name: 'Glazing lines and kiln', areas: ['GL', 'KI', 'SO'], actions: ['grease', 'film', 'top-up'], weekday: 4, everyWeeks: 1, by: 'TO' },
  { code: 'R-PUMP', name: 'Compressor and pump house', areas: ['CP'], actions: ['grease', 'top-up', 'check', 'film'], weekday: 2, everyWeeks: 1, by: 'TO' },
  { code: 'R-TOOL', name: 'Toolroom', areas: ['TR'], actions: ['top-up', 'film', 'check'], weekday: 5, everyWeeks: 1, by: 'JK' },
  { code: 'R-OIL', name: 'Oil changes', areas: ['BM', 'SD', 'PR', 'GL', 'KI', 'SO', 'CP', 'TR'], actions: ['oil-change'], weekday: 6, everyWeeks: 2, by: 'HB' },
];

/** Points whose last service nobody remembers. */
export const forgotten = ['TR-D1', 'GL3-01'];
/** Points that have been passed over and are overdue. */
export const neglected = ['SD-F2', 'BM-C1'];
