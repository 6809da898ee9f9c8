import { energySources } from '@/core/words/energy-sources';
import { airLubricator, bearing, bottleOiler, centralOutlet, chain, circulatingOutlet, circulatingTank, coolant, counterbalance, coupling, dripOiler, flushPot, gearCase, greaseCup, hydraulicSet, inShutdown, type MachinePlan, measuredChain, motor, oiledChain, openGear, rack, refilledOutlet, ringOiler, rollingGuide, screw, singlePoint, sleeve, slideway, type TaskPlan, valveStem, wearPart, withDipstick, withStartCurve, wormUnit } from './plans';

/** The machines of Moorfeld Tileworks, line by line, with their points in walking order. Everything is made up. */

type Energy = readonly [source: string, proofOfZero: string];
const { mains, accumulator: hydraulics, tension, gas, vacuum: suction } = energySources;
const air: Energy = ['compressed air 6 bar', energySources.air[1]];
const raised: Energy = ['raised ram', 'prop in place, ram resting on it'];
const lifted = (what: string): Energy => [what, energySources.raised[1]];
const drumAtRest: Energy = ['drum with its charge, off balance', 'brake on and cradle set: it cannot roll back'];
const windmilling: Energy = ['fan turned by the draught', 'damper shut and locked, wheel blocked'];
const process = (what: string): Energy => [what, energySources.process[1]];

const mill = (n: number, meterStart: number): MachinePlan => ({
  code: `BM-${n}`, area: 'BM', name: `Wet ball mill ${n}`, description: 'Batch mill, wet grinding of clay body.', duty: 15, meterStart, energy: [mains, drumAtRest],
  points: [
    ...motor('Main motor', 'G-22', { d: 80, D: 170, B: 39, rpm: 990, temp: 58, vibration: 3 }),
    gearCase('Reduction gear', 'Left of the drum, sight glass to the aisle', 'O-222', 34, 4000, { consequence: 4 }),
    bearing('Trunnion bearing, feed end', 'Platform, two fittings', 'G-15', { d: 220, D: 400, B: 108, kind: 'spherical', rpm: 22, temp: 40, dirt: 'light-abrasive', wet: 'condensation' }, { consequence: 4, cautions: 'Platform edge. Drum turns: stay outside the rail.' }),
    bearing('Trunnion bearing, discharge end', 'Platform, two fittings', 'G-15', { d: 220, D: 400, B: 108, kind: 'spherical', rpm: 22, temp: 42, dirt: 'light-abrasive', wet: 'condensation' }, { consequence: 4, cautions: 'Platform edge. Drum turns: stay outside the rail.' }),
    coupling('Drive coupling', 'Between motor and gear, under the guard'),
    openGear('Girth gear and pinion', 'Drum, drive side, behind the mesh'),
  ],
});

const fan = (code: string, name: string, meterStart: number, temp: number): MachinePlan => ({
  code, area: 'SD', name, duty: 16, meterStart, energy: [mains, windmilling, tension],
  points: [
    ...motor('Fan motor', temp > 70 ? 'G-31' : 'G-22', { d: 65, D: 140, B: 33, rpm: 1480, temp: temp - 5 }),
    bearing('Fan shaft, wheel end', 'Pedestal at the casing', temp > 70 ? 'G-31' : 'G-22', { d: 75, D: 160, B: 37, kind: 'spherical', rpm: 1480, temp, dirt: 'severe-non-abrasive', vibration: 4 }, { consequence: 3 }),
    bearing('Fan shaft, belt end', 'Pedestal at the belt guard', temp > 70 ? 'G-31' : 'G-22', { d: 75, D: 160, B: 37, rpm: 1480, temp: temp - 8, dirt: 'severe-non-abrasive', vibration: 4 }, { consequence: 3, cautions: 'Belt drive beside the fitting: guard closed.' }),
  ],
});

const press = (n: number, meterStart: number): MachinePlan => ({
  code: `P${n}`, area: 'PR', name: `Tile press ${n}`, description: 'Hydraulic press with gear-driven feeder.', duty: 16, meterStart, counter: { name: 'Strokes', unit: 'strokes', perDay: 8600, start: 41_000_000 + n * 900_000 }, energy: [mains, hydraulics, raised, air],
  points: [
    hydraulicSet('Main hydraulic set', 'Pit behind the press', 420),
    withStartCurve(gearCase('Feeder gear', 'Feeder, operator side', 'O-220', 3.2, 4000)),
    ...motor('Pump motor', 'G-22', { d: 70, D: 150, B: 35, rpm: 1485, temp: 62 }),
    chain('Feeder chain', 'Under the feeder grid'),
    { ...slideway('Feeder ways', 'Both sides of the feeder'), cautions: 'Feeder stopped and locked at the panel.', tasks: [{ action: 'film', title: 'Oil the feeder ways', kind: 'drops', amount: 12, hours: 4, minutes: 2, state: 'stopped-powered', who: 'operator' }, { action: 'clean', title: 'Wipe the ways, look for dry streaks', kind: 'film', days: 28, minutes: 6, state: 'isolated' }] },
    { kind: 'generic', name: 'Ram guide pads', where: 'Four corners of the ram', lubricant: 'G-22', source: 'manual', consequence: 3, enough: 'Even bearing marks, gap within the feeler.', cautions: 'Raised ram: prop in place before anyone reaches in.', tasks: [{ action: 'turn', title: 'Turn or replace the guide pads', kind: 'film', life: { cycles: 2_400_000 }, minutes: 90, state: 'isolated-depressurised' }, { action: 'retighten', title: 'Check tie rods and witness marks', kind: 'film', days: 182, events: ['die-change'], minutes: 10, state: 'isolated' }] },
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
  code: `KI-D${n}`, area: 'KI', name: `Kiln roller drive ${n}`, duty: 24, keepsRunning: true, meterStart, energy: [mains, ['hot rollers and casing', energySources.hot[1]]],
  points: [
    inShutdown(wormUnit('Section worm unit', 'Drive side, section cover', 2.4, 'O-460', 88)),
    oiledChain('Section chain', 'Drive side', 'O-150'),
    ...[1, 2, 3, 4, 5, 6, 7, 8].map((roller) => bearing(`Roller bearing ${n}.${roller}`, 'Hot side, behind the shield', 'G-60', { d: 35, D: 72, B: 17, rpm: 45, temp: 95, dirt: 'light-abrasive' }, { cautions: 'Hot surfaces behind the shield; rollers turn: from the fitting outside it only.' })),
  ],
});

const feeder = (n: number, meterStart: number): MachinePlan => ({
  code: `RM-B${n}`, area: 'RM', name: `Box feeder ${n}`, description: 'Apron feeder below the clay bay.', duty: 11, meterStart, energy: [mains],
  points: [
    gearCase('Apron drive gear', 'Drive side, glass to the aisle', 'O-222', 5.5, 4000),
    measuredChain('Apron chain', 'Below the apron, brush holder'),
    ...['left', 'right'].map((side) => bearing(`Head shaft bearing, ${side}`, 'Head end', 'G-14', { d: 80, D: 140, B: 26, kind: 'spherical', rpm: 8, temp: 25, dirt: 'severe-abrasive', wet: 'humid' }, { consequence: 3, enough: 'Purge: a bead of fresh grease all round the seal.' })),
    ...['left', 'right'].map((side) => bearing(`Tail shaft bearing, ${side}`, 'Tail end, hose to the walkway', 'G-14', { d: 65, D: 120, B: 23, rpm: 8, temp: 25, dirt: 'severe-abrasive', wet: 'humid' }, { kind: 'insert-bearing' })),
  ],
});

const beltConveyor = (code: string, area: string, name: string, meterStart: number, duty = 12): MachinePlan => ({
  code, area, name, duty, meterStart, energy: [mains, tension],
  points: [
    gearCase('Drive gearmotor', 'Head end', 'O-222', 1.8, 5000, { details: { gearKind: 'gearmotor', temperatureC: 48, wheelMaterial: 'steel', shock: 'no', supply: 'splash' } }),
    ...['Head drum, left', 'Head drum, right', 'Tail drum, left', 'Tail drum, right'].map((place) => bearing(`${place} bearing`.replace(', left bearing', ' bearing, left').replace(', right bearing', ' bearing, right'), place.startsWith('Head') ? 'Head end' : 'Tail end, long hose', 'G-14', { d: 50, D: 90, B: 20, rpm: 85, temp: 28, dirt: 'severe-abrasive' }, { kind: 'insert-bearing' })),
    screw('Take-up screws', 'Tail end, both sides'),
  ],
});

const agitator = (n: number, meterStart: number): MachinePlan => ({
  code: `BM-A${n}`, area: 'BM', name: `Slip agitator ${n}`, description: 'Slow agitator over the slip tank, runs day and night.', duty: 22, keepsRunning: true, meterStart, energy: [mains],
  points: [
    withDipstick(inShutdown(gearCase('Agitator gear', 'On the bridge, dipstick', 'O-222', 9, 5000, { consequence: 3 }))),
    bearing('Shaft bearing, upper', 'On the bridge', 'G-14', { d: 90, D: 160, B: 40, kind: 'spherical', rpm: 24, temp: 32, wet: 'condensation', position: 'vertical' }),
    bearing('Shaft bearing, lower', 'Below the bridge, through the pipe', 'G-14', { d: 90, D: 160, B: 40, kind: 'spherical', rpm: 24, temp: 28, wet: 'water', position: 'vertical' }, { cautions: 'Open tank below the bridge: rail closed, nobody alone.' }),
    ...motor('Agitator motor', 'G-22', { named: '6308', d: 40, D: 90, B: 23, rpm: 1450, temp: 50 }),
  ],
});

const bucketElevator = (n: number, meterStart: number): MachinePlan => ({
  code: `RM-E${n}`, area: 'RM', name: `Bucket elevator ${n}`, duty: 11, meterStart, energy: [mains, ['raised buckets', 'backstop holds, belt clamped']],
  points: [
    gearCase('Head gear', 'Platform at the head', 'O-222', 6, 4000, { consequence: 3, cautions: 'Platform. Isolate and lock before the plug is loosened.' }),
    ...['left', 'right'].map((side) => bearing(`Head shaft bearing, ${side}`, 'Platform at the head', 'G-22', { d: 70, D: 125, B: 24, kind: 'spherical', rpm: 62, temp: 35, dirt: 'severe-abrasive' }, { consequence: 3 })),
    ...['left', 'right'].map((side) => bearing(`Boot shaft bearing, ${side}`, 'Pit, hose to the rail', 'G-14', { d: 60, D: 110, B: 22, rpm: 62, temp: 22, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' })),
    { kind: 'generic', name: 'Bucket bolts', where: 'Inspection door, middle', lubricant: 'G-22', source: 'manual', enough: 'Marks in line, no bucket moves.', cautions: 'Isolated, locked and the belt clamped before the door is opened.', tasks: [{ action: 'retighten', title: 'Check bucket bolts and marks', kind: 'film', hours: 500, minutes: 15, state: 'isolated' }] },
    wearPart('Boot plate, hard facing', 'Pit, hatch on the left', { quantity: 'wear', name: 'Height of the weld', band: { warnLow: 4, stopLow: 3 }, means: 'below it the plate itself wears' }, [8.4, 4.9]),
  ],
});

const dryer = (n: number, meterStart: number): MachinePlan => ({
  code: `DR-${n}`, area: 'DR', name: `Vertical tile dryer ${n}`, duty: 17, meterStart, energy: [mains, ['hot air and casing', energySources.hot[1]], lifted('raised baskets')],
  points: [
    gearCase('Lift drive gear', 'Below, drive side', 'O-220', 4.2, 5000, { consequence: 3 }),
    ...[1, 2].map((side) => chain(`Lift chain ${side}`, `Shaft ${side}, brush holder`, 'O-150', 120)),
    ...['upper', 'lower'].flatMap((level) => ['left', 'right'].map((side) => bearing(`Sprocket bearing, ${level} ${side}`, level === 'upper' ? 'Gallery' : 'Pit, hose outside', 'G-60', { d: 55, D: 100, B: 21, rpm: 12, temp: level === 'upper' ? 92 : 55, dirt: 'light-abrasive' }, { cautions: level === 'upper' ? 'Hot surfaces on the gallery.' : '' }))),
    ...motor('Circulation fan motor', 'G-31', { d: 45, D: 100, B: 25, rpm: 1470, temp: 72 }),
  ],
});

const polisher = (n: number, meterStart: number): MachinePlan => ({
  code: `PO-${n}`, area: 'PO', name: `Polishing line ${n}`, duty: 15, meterStart, energy: [mains, air, process('water pressure')],
  points: [
    ...[1, 2, 3, 4].map((head) => bearing(`Head ${head} spindle bearing`, `Head ${head}, hose to the panel`, 'G-14', { d: 60, D: 110, B: 22, rpm: 450, temp: 45, dirt: 'light-abrasive', wet: 'water', seal: 'lip', position: 'vertical' }, { consequence: 3, doNots: 'Count the strokes: lip seals, spray below.', forbidsAirGun: true })),
    wormUnit('Bridge drive worm unit', 'Bridge, splash cover', 1.6),
    rollingGuide('linear-guide', 'Bridge guides', 'Both sides, four carriages, under the bellows', 'G-14', 6.4, { details: { lubricatedBy: 'grease', washed: 'yes', lengthMm: 2400 } }),
    refilledOutlet('Bridge roller, left', 'Distributor block, outlet 1'), centralOutlet('Bridge roller, right', 'Distributor block, outlet 2'),
    airLubricator('Head pressure air', 'Panel, bowl'),
  ],
});

const squaring = (meterStart: number): MachinePlan => ({
  code: 'PO-S1', area: 'PO', name: 'Squaring machine', duty: 15, meterStart, energy: [mains, air],
  points: [
    ...[1, 2, 3, 4].map((wheel) => ({ kind: 'spindle' as const, name: `Wheel spindle ${wheel}`, where: `Wheel ${wheel}, glass on the head`, lubricant: 'O-10', details: { speedRpm: 4200 }, source: 'manual' as const, consequence: 3, enough: 'At the line, stopped.', tasks: [{ action: 'top-up' as const, title: 'Check level, top up', kind: 'to-mark' as const, days: 7, minutes: 2, state: 'stopped-powered' as const }] })),
    gearCase('Belt drive gear', 'Outfeed end', 'O-220', 2.6, 5000),
    screw('Width setting screws', 'Front and rear'),
    { kind: 'generic', name: 'Diamond wheel guards', where: 'All wheels', lubricant: 'G-22', source: 'manual', enough: 'Guards sit, gap even.', cautions: 'Wheels run on after the stop: wait until they stand.', tasks: [{ action: 'turn', title: 'Turn or replace the guard liners', kind: 'film', life: { hours: 3000 }, minutes: 30, state: 'isolated' }] },
  ],
});

const palletizer = (n: number, meterStart: number): MachinePlan => ({
  code: `PK-P${n}`, area: 'PK', name: `Palletizer ${n}`, duty: 15, meterStart, energy: [mains, air, lifted('raised carriage')],
  points: [
    gearCase('Lift gear', 'Column, glass on the left', 'O-220', 2.2, 6000, { consequence: 3 }),
    chain('Lift chain', 'Column, both strands'),
    rack('Carriage rack', 'Beam, full length'),
    { ...slideway('Column ways', 'Column, full height'), lubricant: 'O-221', details: { lengthMm: 2800, lie: 'vertical' } },
    bearing('Slewing bearing', 'Base, four fittings round', 'G-60', { d: 200, D: 280, B: 38, rpm: 2, temp: 25 }, { tasks: [{ action: 'grease', title: 'Regrease, turning', kind: 'grams', amount: 24, hours: 500, days: 182, minutes: 8, state: 'stopped-powered' }], cautions: 'Turned by hand from outside the fence.' }),
    airLubricator('Gripper air', 'Valve panel, bowl'),
    wearPart('Gripper pivot bush', 'Gripper head, both sides', { quantity: 'clearance', name: 'Clearance of the bush', band: { warnHigh: 0.6, stopHigh: 0.8 } }, [0.18, 0.47]),
  ],
});

const wrapper: MachinePlan = {
  code: 'PK-W1', area: 'PK', name: 'Pallet wrapper', duty: 9, energy: [mains],
  points: [chain('Turntable chain', 'Below the hatch'), singlePoint('Turntable bearing', 'Base, cartridge'), screw('Mast screw', 'Mast')],
};

const waterPump = (n: number, meterStart: number): MachinePlan => ({
  code: `CP-W${n}`, area: 'CP', name: `Cooling water pump ${n - 2}`, description: 'Two of three run, the third stands by.', duty: 18, meterStart, energy: [mains, process('water pressure')],
  points: [
    bearing('Pump bearing, coupling end', 'Pedestal', 'G-22', { named: '6310', d: 50, D: 110, B: 27, rpm: 1480, temp: 48, wet: 'humid' }, { consequence: 3 }),
    bearing('Pump bearing, free end', 'Pedestal', 'G-22', { named: '6310', d: 50, D: 110, B: 27, rpm: 1480, temp: 46, wet: 'humid' }),
    coupling('Pump coupling', 'Under the guard'),
    ...motor('Pump motor', 'G-22', { named: '6312', d: 60, D: 130, B: 31, rpm: 1480, temp: 56 }),
    valveStem('Discharge valve stem', 'Floor'),
  ],
});

const vacuum = (n: number, meterStart: number): MachinePlan => ({
  code: `SO-V${n}`, area: 'SO', name: `Vacuum pump ${n}`, duty: 16, meterStart, energy: [mains, suction],
  points: [bottleOiler('Vane oiler', 'On the pump'), ...motor('Vacuum pump motor', 'G-22', { named: '6206', d: 30, D: 62, B: 16, rpm: 1420, temp: 60 })],
});

const dailyCheck: TaskPlan = { action: 'check', title: 'Look at the sight feed', kind: 'to-mark', days: 7, minutes: 1, state: 'running-idle' };

/** The same machine, as long as nobody has read its meter. */
const unmetered = ({ meterStart: _, ...machine }: MachinePlan): MachinePlan => machine;

export const machines: MachinePlan[] = [
  feeder(1, 7410), feeder(2, 7385), feeder(3, 6902), beltConveyor('RM-C1', 'RM', 'Collecting conveyor', 7350), beltConveyor('RM-C2', 'RM', 'Silo conveyor', 7120), beltConveyor('RM-C3', 'RM', 'Reclaim conveyor', 5210), bucketElevator(1, 6650), bucketElevator(2, 6580),
  mill(1, 18_250), mill(2, 15_902), mill(3, 9120), agitator(1, 40_210), agitator(2, 39_980), agitator(3, 22_460),
  fan('SD-F1', 'Dryer exhaust fan', 22_410, 78), fan('SD-F2', 'Hot-air fan', 22_130, 92), fan('SD-F3', 'Cooling fan', 19_876, 55),
  { code: 'SD-P1', area: 'SD', name: 'Slip piston pump', duty: 16, meterStart: 8840, energy: [mains, process('slip under pressure')], points: [gearCase('Crankcase', 'Behind the cover', 'O-220', 8.5, 2500, { kind: 'pump-power-end', details: { bushing: 'steel', supply: 'splash', temperatureC: 60 } }), ...motor('Pump motor', 'G-22', { d: 50, D: 110, B: 27, rpm: 1450, temp: 55 }), bottleOiler('Plunger oiler, left', 'Above the plunger'), bottleOiler('Plunger oiler, right', 'Above the plunger')] },
  { ...fan('PR-F1', 'Dust extraction fan', 27_300, 52), area: 'PR' },
  press(1, 31_200), press(2, 28_744), { ...press(3, 9730), rolloverAt: 10_000 },
  glazing(1, 12_090), glazing(2, 11_873), { ...unmetered(glazing(3, 0)), duty: 14, points: glazing(3, 0).points.map((point) => (point.name === 'Turner worm unit' ? { ...point, reservoir: { ...point.reservoir!, comesEmpty: true } } : point)) },
  dryer(1, 21_940), dryer(2, 21_875),
  kilnDrive(1, 40_115), kilnDrive(2, 40_118), kilnDrive(3, 40_097), kilnDrive(4, 40_101), kilnDrive(5, 40_109), kilnDrive(6, 40_092), kilnDrive(7, 40_120), kilnDrive(8, 40_088),
  { ...fan('KI-F2', 'Kiln cooling fan', 39_850, 64), area: 'KI', duty: 24, keepsRunning: true }, { ...fan('KI-F3', 'Kiln smoke fan', 39_910, 88), area: 'KI', duty: 24, keepsRunning: true },
  polisher(1, 13_440), polisher(2, 12_980), polisher(3, 4310), squaring(13_310), beltConveyor('PO-C1', 'PO', 'Sludge conveyor', 8120, 14),
  { code: 'KI-F1', area: 'KI', name: 'Kiln combustion fan', duty: 24, keepsRunning: true, meterStart: 40_020, energy: [mains, windmilling, gas], points: [...motor('Fan motor', 'G-31', { d: 60, D: 130, B: 31, rpm: 2950, temp: 68 }), bearing('Fan shaft bearing', 'Pedestal', 'G-31', { d: 60, D: 130, B: 31, rpm: 2950, temp: 74, vibration: 5 }, { consequence: 4 })] },
  {
    code: 'SO-1', area: 'SO', name: 'Sorting conveyor', duty: 16, meterStart: 14_020, energy: [mains, air],
    points: [
      refilledOutlet('Bench roller 1', 'Distributor block, outlet 1'), ...[2, 3, 4].map((n) => centralOutlet(`Bench roller ${n}`, `Distributor block, outlet ${n}`)),
      singlePoint('Head roller bearing', 'Head end, cartridge'), singlePoint('Tail roller bearing', 'Tail end, cartridge'),
      { ...chain('Reject chain', 'Below the reject gate', 'D-1'), details: { lengthMm: 4100, dust: 'dusty' }, enough: 'Dry grey film, no wet spots.' },
      gearCase('Drive gearmotor', 'Head end', 'O-220', 1.4, 8000, { details: { gearKind: 'gearmotor', temperatureC: 55, wheelMaterial: 'steel', shock: 'no', supply: 'splash' } }),
    ],
  },
  {
    code: 'SO-2', area: 'SO', name: 'Stacker', duty: 16, meterStart: 14_011, energy: [mains, lifted('raised fork')],
    points: [rack('Lift rack', 'Mast, both sides'), { ...slideway('Mast ways', 'Mast, full height'), lubricant: 'O-221', details: { lengthMm: 2600, lie: 'vertical' } }, rollingGuide('ball-screw', 'Gripper screw', 'Gripper head', 'G-22', 2.4), bearing('Lift shaft bearing, left', 'Top of the mast', 'G-22', { named: '6208-2Z', d: 40, D: 80, B: 18, rpm: 90, temp: 32, seal: 'closed' }, { tasks: [{ action: 'check', title: 'Listen, feel with a probe', kind: 'to-mark', days: 182, minutes: 3 }], enough: 'Quiet and cool.' }), airLubricator('Gripper air lubricator', 'Valve panel')],
  },
  vacuum(1, 11_020), vacuum(2, 10_870), palletizer(1, 9240), palletizer(2, 9105), wrapper, beltConveyor('PK-C1', 'PK', 'Pallet infeed conveyor', 9300, 14),
  waterPump(3, 35_600), waterPump(4, 31_220), waterPump(5, 12_400),
  {
    code: 'CP-K1', area: 'CP', name: 'Screw compressor', duty: 18, meterStart: 33_480, energy: [mains, air, ['hot oil', energySources.hot[1]]],
    points: [
      { kind: 'compressor', name: 'Compressor stage', where: 'Separator tank, glass', lubricant: 'O-47', details: { compressorKind: 'screw', dischargeC: 86, temperatureC: 82 }, source: 'manual', consequence: 3, materials: ['steel', 'fkm', 'aluminium'], reservoir: { name: 'Separator tank', litres: 18, fillMark: 'top of the glass', checkState: 'isolated-depressurised', settle: 5 }, enough: 'Top of the glass, stopped and vented.', cautions: 'Pressure: vent and wait for zero before the plug is touched.', tasks: [{ action: 'oil-change', title: 'Change oil', kind: 'litres', amount: 18, hours: 4000, days: 730, minutes: 40, state: 'isolated-depressurised' }, { action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 7, minutes: 3, state: 'isolated-depressurised', rhythm: 'fixed' }] },
      ...motor('Main motor', 'G-22', { named: '6316', d: 80, D: 170, B: 39, rpm: 2970, temp: 64 }),
      airLubricator('Press hall air line', 'After the dryer, bowl'),
    ],
  },
  {
    code: 'CP-W1', area: 'CP', name: 'Process water pump', duty: 20, meterStart: 26_300, energy: [mains, process('water pressure')],
    points: [ringOiler('Journal bearing, drive end', 'Pedestal, glass', 70, 1480), ringOiler('Journal bearing, free end', 'Pedestal, glass', 70, 1480), flushPot('Seal flush pot', 'Column beside the pump'), coupling('Pump coupling', 'Under the guard'), valveStem('Discharge valve stem', 'Ladder'), ...motor('Pump motor', 'G-22', { named: '6314', d: 70, D: 150, B: 35, rpm: 1480, temp: 58 })],
  },
  {
    code: 'CP-W2', area: 'CP', name: 'Slurry pump', duty: 12, meterStart: 9800, energy: [mains, process('slurry under pressure')],
    points: [bearing('Bearing housing', 'Oil glass on the left', 'O-32', { d: 90, D: 190, B: 64, kind: 'spherical', rpm: 980, temp: 54, dirt: 'light-abrasive', wet: 'humid' }, { details: { bearingKind: 'spherical', boreMm: 90, outsideDiameterMm: 190, widthMm: 64, speedRpm: 980, temperatureC: 54, contamination: 'light-abrasive', moisture: 'humid', vibrationMmS: 4, position: 'horizontal', lubricatedBy: 'oil' }, enough: 'Middle of the glass, stopped.', tasks: [{ action: 'oil-change', title: 'Change oil', kind: 'litres', amount: 2.2, hours: 2000, days: 365, minutes: 25, state: 'isolated', severity: ['dust', 'water'] }, { action: 'drain', title: 'Look for water in the housing, drain it', kind: 'film', days: 91, events: ['flood'], minutes: 6, state: 'isolated' }, { action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 7, minutes: 2, state: 'stopped-powered' }] }), greaseCup('Gland grease cup', 'Gland, upper side'), valveStem('Suction valve stem', 'Floor')],
  },
  { code: 'CP-O1', area: 'CP', name: 'Circulating oil set', duty: 20, meterStart: 26_290, energy: [mains], points: [circulatingOutlet('Outlet, fan bearing left', 'Sight glass 1'), circulatingOutlet('Outlet, fan bearing right', 'Sight glass 2'), circulatingOutlet('Outlet, gear', 'Sight glass 3'), circulatingTank('Circulating tank', 'Pump room, glass on the front')] },
  { code: 'TR-S1', area: 'TR', name: 'Power hacksaw', duty: 0.6, weekdays: [0.84, 0.84, 0.84, 0.84, 0.84, 0, 0], counter: { name: 'Cuts', unit: 'cuts', perDay: 22, start: 18_400 }, energy: [mains], points: [sleeve('Crank bearing, left', 'Cup on the cap', 35, 90), sleeve('Crank bearing, right', 'Cup on the cap', 35, 90), dripOiler('Connecting rod oiler', 'Glass on the rod'), { ...slideway('Bow ways', 'Both sides'), tasks: [{ action: 'film', title: 'Oil the bow ways', kind: 'drops', amount: 6, cycles: 10, minutes: 1, state: 'stopped-powered', who: 'operator' }, { action: 'check', title: 'Audit the operator card', kind: 'to-mark', days: 14, minutes: 3 }] }, coolant('Coolant sump', 'Base', 28)] },
  { code: 'TR-L1', area: 'TR', name: 'Gap-bed lathe', description: 'Used a few hours a week.', duty: 1.2, weekdays: [1.68, 1.68, 1.68, 1.68, 1.68, 0, 0], meterStart: 3120, energy: [mains], points: [{ ...gearCase('Headstock', 'Sight glass on the front', 'O-32', 6, 2000), kind: 'machine-tool-gearbox', details: { clutches: 'yes', temperatureC: 50 } }, { kind: 'machine-tool-gearbox', name: 'Feed gearbox', where: 'Below the headstock', lubricant: 'O-32', source: 'nameplate', details: { clutches: 'no', temperatureC: 40 }, enough: 'Middle of the glass.', tasks: [{ action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 28, minutes: 3, state: 'stopped-powered' }] }, { kind: 'apron', name: 'Apron reservoir', where: 'Apron, right plug', lubricant: 'O-68', source: 'nameplate', enough: 'To the plug.', tasks: [{ action: 'top-up', title: 'Fill the apron', kind: 'to-mark', days: 28, minutes: 3 }] }, { ...slideway('Bed ways', 'Full length'), tasks: [{ action: 'film', title: 'Wipe and oil the ways', kind: 'film', days: 14, hours: 16, standstillDays: 7, minutes: 5, state: 'stopped-powered' }] }, screw('Lead screw', 'Behind the apron'), screw('Cross slide screw', 'Under the chip cover'), coolant('Coolant sump', 'Base, rear', 60)] },
  { code: 'TR-M1', area: 'TR', name: 'Knee mill', duty: 1, meterStart: 2210, energy: [mains], points: [slideway('Table ways', 'X and Y', { hours: 16 }), screw('Table screw', 'From below'), { kind: 'spindle', name: 'Spindle oiler', where: 'Head, flip cup', lubricant: 'O-32', source: 'nameplate', enough: 'Cup full.', tasks: [{ action: 'top-up', title: 'Fill the flip cup', kind: 'to-mark', days: 7, minutes: 2 }] }, slideway('Knee ways', 'Column', { hours: 16 })] },
  { code: 'TR-G1', area: 'TR', name: 'Surface grinder', duty: 0.8, meterStart: 1480, energy: [mains], points: [slideway('Table ways', 'Under the bellows'), { kind: 'spindle', name: 'Grinding spindle reservoir', where: 'Sight glass on the head', lubricant: 'O-32', source: 'manual', consequence: 4, enough: 'At the line, stopped.', tasks: [{ action: 'top-up', title: 'Check level, top up', kind: 'to-mark', days: 14, minutes: 3, state: 'stopped-powered' }, dailyCheck] }, hydraulicSet('Table hydraulics', 'Base, rear', 45)] },
  { code: 'TR-D1', area: 'TR', name: 'Radial drill', duty: 0.6, energy: [mains], points: [{ ...gearCase('Drill head', 'Glass on the head', 'O-32', 4, 2000), kind: 'machine-tool-gearbox', details: { clutches: 'yes', temperatureC: 50 } }, slideway('Arm ways', 'Arm, both faces'), screw('Elevating screw', 'Column'), { kind: 'sleeve-bearing', name: 'Column sleeve', where: 'Cup on the column', lubricant: 'O-68', source: 'nameplate', enough: 'Film at the lower edge.', tasks: [{ action: 'film', title: 'Oil the column', kind: 'drops', amount: 10, days: 28, minutes: 2 }] }, counterbalance('Arm counterbalance', 'Column, behind the door')] },
  { code: 'BM-C1', area: 'BM', name: 'Clay belt conveyor', duty: 12, meterStart: 6400, energy: [mains, tension], points: [gearCase('Drive gearmotor', 'Head end, outdoors', 'O-220', 1.8, 3000, { details: { gearKind: 'gearmotor', temperatureC: 45, wheelMaterial: 'steel', shock: 'yes', supply: 'splash' }, winter: 'O-152' }), { kind: 'generic', name: 'Sump heater', where: 'Under the gearmotor', lubricant: 'O-220', source: 'manual', enough: 'Thermostat clicks, sump warm to the probe.', cautions: 'Mains at the heater: an electrician tests it.', tasks: [{ action: 'check', title: 'Test the sump heater', kind: 'to-mark', yearly: { name: 'the frost', on: '12-05', daysBefore: 14 }, minutes: 10, state: 'isolated' }] }, bearing('Head drum bearing, left', 'Head end', 'G-14', { d: 60, D: 110, B: 22, rpm: 90, temp: 25, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' }), bearing('Head drum bearing, right', 'Head end', 'G-14', { d: 60, D: 110, B: 22, rpm: 90, temp: 25, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' }), bearing('Tail drum bearing', 'Tail end, long hose', 'G-14', { d: 60, D: 110, B: 22, rpm: 90, temp: 25, dirt: 'severe-abrasive', wet: 'condensation' }, { kind: 'insert-bearing' }), { kind: 'greased-pin', name: 'Belt plough hinge pins', where: 'Outfeed, two fittings', lubricant: 'G-14', source: 'manual', details: { bushing: 'steel', lubricatedBy: 'grease', boreMm: 40 }, enough: 'Clean grease at both edges of the pins.', cautions: 'Plough down on its stop before anyone reaches below.', tasks: [{ action: 'grease', title: 'Regrease the pins', kind: 'grams', amount: 8, hours: 200, days: 60, minutes: 5, state: 'isolated' }] }, { kind: 'semi-fluid-gear', name: 'Plough lift gear', where: 'Outfeed, above the plough', lubricant: 'G-00', source: 'manual', details: { wheelMaterial: 'steel', shock: 'yes', pitchLineVelocityMS: 0.4, temperatureC: 30 }, enough: 'Grease shows at the upper opening.', tasks: [{ action: 'check', title: 'Look at the filling', kind: 'to-mark', days: 91, minutes: 4, state: 'isolated' }] }] },
];
