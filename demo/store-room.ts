import type { Additive, Base, Family, Thickener } from '@/core/compat/vocabulary';
import type { Hazard } from '@/core/words/hazards';
import { type SourceRank } from '@/core/words/source-ranks';

/** The store room of Moorfeld Tileworks: the plant's own house codes with generic descriptions. Everything is made up. */
type LubricantPlan = { code: string; name: string; kind: Family; designation?: string; description?: string; isoVg?: number; kv40?: number; kv100?: number; nlgi?: string; thickener?: Thickener; baseOil?: Base; additives?: Additive[]; densityGCm3?: number; pourPointC?: number; lowerC?: number; upperC?: number; hazards?: Hazard[] };

export const lubricants: LubricantPlan[] = [
  { code: 'G-22', name: 'Lithium complex grease, NLGI 2, mineral', kind: 'grease', designation: 'KP 2 N-20', nlgi: '2', thickener: 'lithium-complex', baseOil: 'mineral', additives: ['ep-inactive'], isoVg: 150, kv40: 150, kv100: 14.5, lowerC: -25, upperC: 140 },
  { code: 'G-23', name: 'Lithium complex grease, NLGI 2, heavier base oil', kind: 'grease', designation: 'KP 2 N-20', nlgi: '2', thickener: 'lithium-complex', baseOil: 'mineral', additives: ['ep-inactive'], isoVg: 220, kv40: 220, kv100: 18.5, lowerC: -20, upperC: 140 },
  { code: 'G-31', name: 'Polyurea high-temperature grease, NLGI 2', kind: 'grease', designation: 'KHC 2 R-30', nlgi: '2', thickener: 'polyurea', baseOil: 'pao', isoVg: 100, kv40: 100, kv100: 14, lowerC: -30, upperC: 180 },
  { code: 'G-14', name: 'Calcium sulphonate water-resistant grease, NLGI 1', kind: 'grease', designation: 'KP 1 N-20', nlgi: '1', thickener: 'calcium-sulphonate', baseOil: 'mineral', additives: ['ep-inactive'], isoVg: 460, kv40: 460, kv100: 30.5, lowerC: -20, upperC: 150 },
  { code: 'G-15', name: 'Calcium sulphonate grease for trunnions, NLGI 1', kind: 'grease', designation: 'KPF 1 N-20', nlgi: '1', thickener: 'calcium-sulphonate', baseOil: 'mineral', additives: ['ep-inactive', 'solid'], isoVg: 460, kv40: 460, kv100: 30.5, lowerC: -20, upperC: 150 },
  { code: 'G-60', name: 'Grease for slow and hot bearings, with solids, NLGI 2', kind: 'grease', designation: 'KPFHC 2 P-30', nlgi: '2', thickener: 'lithium-complex', baseOil: 'pao', additives: ['ep-inactive', 'solid'], isoVg: 460, kv40: 460, kv100: 45, lowerC: -30, upperC: 160 },
  { code: 'G-40', name: 'Coupling grease, NLGI 1, thick base oil', kind: 'grease', designation: 'KP 1 G-20', nlgi: '1', thickener: 'lithium', baseOil: 'mineral', additives: ['ep-inactive'], isoVg: 680, kv40: 680, kv100: 38, lowerC: -20, upperC: 120 },
  { code: 'G-00', name: 'Semi-fluid grease for central lubricators', kind: 'semi-fluid', designation: 'GP 00 G-40', nlgi: '00', thickener: 'lithium', baseOil: 'mineral', additives: ['ep-inactive'], isoVg: 100, lowerC: -40, upperC: 100 },
  { code: 'OG-1', name: 'Tacky open-gear lubricant', kind: 'open-gear', designation: 'OGPF 1 K-10', baseOil: 'mineral', additives: ['ep-active', 'solid', 'tackifier'], lowerC: -10, upperC: 120, hazards: ['water'] },
  { code: 'D-1', name: 'Dry film for dusty chains', kind: 'dry-film', baseOil: 'mineral', additives: ['solid'], lowerC: -40, upperC: 250, hazards: ['flammable', 'mist'], description: 'The carrier evaporates within minutes; good ventilation, no open flame.' },
  { code: 'O-222', name: 'EP gear oil, synthetic, for outdoors', kind: 'gear-ep', designation: 'CLP HC 220', isoVg: 220, kv40: 220, kv100: 26.5, baseOil: 'pao', additives: ['ep-inactive'], densityGCm3: 0.86, pourPointC: -42, upperC: 110 },
  { code: 'O-220', name: 'EP gear oil', kind: 'gear-ep', designation: 'CLP 220', isoVg: 220, kv40: 220, kv100: 19, baseOil: 'mineral', additives: ['ep-active'], densityGCm3: 0.895, pourPointC: -18, upperC: 100 },
  { code: 'O-320', name: 'EP gear oil, thick', kind: 'gear-ep', designation: 'CLP 320', isoVg: 320, kv40: 320, kv100: 24.5, baseOil: 'mineral', additives: ['ep-active'], densityGCm3: 0.9, pourPointC: -15, upperC: 100 },
  { code: 'O-152', name: 'Synthetic EP gear oil for winter', kind: 'gear-ep', designation: 'CLP HC 150', isoVg: 150, kv40: 150, kv100: 19.4, baseOil: 'pao', additives: ['ep-inactive'], densityGCm3: 0.86, pourPointC: -42, upperC: 120 },
  { code: 'O-460', name: 'Polyglycol worm gear oil', kind: 'gear', designation: 'CLP PG 460', isoVg: 460, kv40: 460, kv100: 78, baseOil: 'pag', additives: ['ep-inactive'], densityGCm3: 1.05, pourPointC: -33, upperC: 150, hazards: ['slip'], description: 'Never onto mineral oil: flush twice first.' },
  { code: 'O-680', name: 'Compounded worm gear oil, no active sulphur', kind: 'gear-compounded', isoVg: 680, kv40: 680, kv100: 38, baseOil: 'mineral', additives: ['compounded'], densityGCm3: 0.91, pourPointC: -9, upperC: 90 },
  { code: 'O-46', name: 'Hydraulic oil, zinc-free', kind: 'hydraulic', designation: 'HLP 46', isoVg: 46, kv40: 46, kv100: 6.8, baseOil: 'mineral', additives: ['anti-wear-ashless'], densityGCm3: 0.875, pourPointC: -27, upperC: 90 },
  { code: 'O-45', name: 'Hydraulic oil, zinc, remaining drums', kind: 'hydraulic', designation: 'HLP 46', isoVg: 46, kv40: 46, kv100: 6.7, baseOil: 'mineral', additives: ['anti-wear-zinc'], densityGCm3: 0.88, pourPointC: -24, upperC: 90, description: 'Use up in the toolroom only; not onto zinc-free oil without a test.' },
  { code: 'O-68', name: 'Slideway oil, tacky', kind: 'slideway', designation: 'CGLP 68', isoVg: 68, kv40: 68, kv100: 8.7, baseOil: 'mineral', additives: ['tackifier', 'ep-inactive'], densityGCm3: 0.88, pourPointC: -15, upperC: 80 },
  { code: 'O-221', name: 'Slideway oil for vertical ways, tacky', kind: 'slideway', designation: 'CGLP 220', isoVg: 220, kv40: 220, kv100: 18.9, baseOil: 'mineral', additives: ['tackifier', 'ep-inactive'], densityGCm3: 0.89, pourPointC: -12, upperC: 90 },
  { code: 'O-32', name: 'Circulating and machine oil', kind: 'circulating', designation: 'CL 32', isoVg: 32, kv40: 32, kv100: 5.4, baseOil: 'mineral', densityGCm3: 0.87, pourPointC: -15, upperC: 90 },
  { code: 'O-10', name: 'Spindle and flush oil, light', kind: 'spindle', designation: 'CL 10', isoVg: 10, kv40: 10, kv100: 2.6, baseOil: 'mineral', densityGCm3: 0.85, pourPointC: -21, upperC: 80 },
  { code: 'O-22', name: 'Oil for air lines', kind: 'pneumatic', designation: 'D 22', isoVg: 22, kv40: 22, kv100: 4.3, baseOil: 'mineral', additives: ['anti-wear-ashless'], densityGCm3: 0.86, pourPointC: -30, upperC: 80 },
  { code: 'O-47', name: 'Screw compressor oil, synthetic', kind: 'compressor', designation: 'VDL HC 46', isoVg: 46, kv40: 46, kv100: 7.7, baseOil: 'pao', densityGCm3: 0.84, pourPointC: -42, upperC: 120 },
  { code: 'O-150', name: 'Chain oil, synthetic, low smoke', kind: 'chain', isoVg: 150, kv40: 150, kv100: 16.5, baseOil: 'ester', additives: ['tackifier', 'ep-inactive'], densityGCm3: 0.92, pourPointC: -30, upperC: 220, hazards: ['mist'] },
  { code: 'E-30', name: 'Engine oil of the yard vehicles', kind: 'engine', isoVg: 100, kv40: 98, kv100: 11, baseOil: 'mineral', additives: ['detergent', 'anti-wear-zinc'], pourPointC: -21, description: 'For engines only. It is not a machine oil.' },
  { code: 'K-5', name: 'Coolant concentrate, water-mixed', kind: 'coolant', baseOil: 'water', additives: ['emulsifier'], densityGCm3: 0.98, hazards: ['skin', 'water'] },
];

export const guns = [
  { code: 'GUN-1', name: 'Lever gun, cart A', lubricant: 'G-22', gramsPerStroke: 1.2, calibration: { strokes: 20, massG: 24.1 } },
  { code: 'GUN-2', name: 'Lever gun, kiln cart', lubricant: 'G-31', gramsPerStroke: 0.9, calibration: { strokes: 20, massG: 18 } },
  { code: 'GUN-3', name: 'Two-speed gun, wet end', lubricant: 'G-14', gramsPerStroke: 1.6, calibration: { strokes: 20, massG: 31.8 } },
  { code: 'GUN-5', name: 'Bucket pump, mill cart', lubricant: 'G-15', gramsPerStroke: 8, calibration: { strokes: 10, massG: 80 } },
  { code: 'GUN-6', name: 'Lever gun, slow bearings', lubricant: 'G-60', gramsPerStroke: 1.2, calibration: { strokes: 20, massG: 24 } },
  { code: 'GUN-7', name: 'Lever gun, couplings', lubricant: 'G-40', gramsPerStroke: 1.2, calibration: { strokes: 20, massG: 24.2 } },
  { code: 'GUN-4', name: 'Air gun, press hall', lubricant: 'G-22', gramsPerStroke: 2.4, airPowered: true, calibration: { strokes: 10, massG: 24.3 } },
];

/** Containers on the shelf: litres, or grams for greases; days before today. */
export const stock: { lubricant: string; batch: string; container: string; place: string; amount: number; received: number; opened?: number }[] = [
  { lubricant: 'G-22', batch: '26-1147', container: '18 kg pail', place: 'Shelf A1', amount: 18_000, received: 70, opened: 41 },
  { lubricant: 'G-22', batch: '26-1302', container: '24 cartridges of 400 g', place: 'Shelf A1', amount: 9600, received: 20 },
  { lubricant: 'G-31', batch: '26-0877', container: '5 kg pail', place: 'Shelf A2', amount: 3800, received: 130, opened: 88 },
  { lubricant: 'G-14', batch: '26-1011', container: '18 kg pail', place: 'Shelf A3', amount: 11_500, received: 95, opened: 60 },
  { lubricant: 'G-23', batch: '24-0410', container: '5 kg pail', place: 'Shelf A4', amount: 4200, received: 610, opened: 580 },
  { lubricant: 'G-00', batch: '26-0702', container: '10 kg pail', place: 'Shelf A4', amount: 7000, received: 160, opened: 140 },
  { lubricant: 'G-15', batch: '26-1030', container: '25 kg pail', place: 'Mill cart', amount: 19_000, received: 85, opened: 60 },
  { lubricant: 'G-60', batch: '26-1055', container: '5 kg pail', place: 'Shelf A2', amount: 4100, received: 90, opened: 70 },
  { lubricant: 'G-40', batch: '26-1071', container: '5 kg pail', place: 'Shelf A3', amount: 4600, received: 75, opened: 40 },
  { lubricant: 'O-222', batch: '26-4460', container: '208 L drum', place: 'Oil store 1', amount: 140, received: 110, opened: 80 },
  { lubricant: 'O-220', batch: '26-4410', container: '208 L drum', place: 'Oil store 1', amount: 150, received: 120, opened: 117 },
  { lubricant: 'O-320', batch: '25-2207', container: '60 L drum', place: 'Oil store 1', amount: 52, received: 400, opened: 300 },
  { lubricant: 'O-680', batch: '26-3100', container: '20 L can', place: 'Oil store 2', amount: 14, received: 80, opened: 66 },
  { lubricant: 'O-460', batch: '26-3155', container: '20 L can', place: 'Oil store 2, own pump', amount: 18, received: 80, opened: 30 },
  { lubricant: 'O-46', batch: '26-5001', container: '1000 L tank', place: 'Oil store 3', amount: 640, received: 60, opened: 58 },
  { lubricant: 'O-45', batch: '23-0009', container: '208 L drum', place: 'Oil store 3', amount: 70, received: 980, opened: 900 },
  { lubricant: 'O-68', batch: '26-2012', container: '60 L drum', place: 'Toolroom', amount: 38, received: 150, opened: 149 },
  { lubricant: 'O-221', batch: '26-2019', container: '20 L can', place: 'Toolroom', amount: 13, received: 150, opened: 120 },
  { lubricant: 'O-32', batch: '26-2044', container: '208 L drum', place: 'Oil store 1', amount: 120, received: 150, opened: 100 },
  { lubricant: 'O-150', batch: '26-6006', container: '20 L can', place: 'Kiln cart', amount: 11, received: 45, opened: 40 },
  { lubricant: 'O-10', batch: '26-2050', container: '20 L can', place: 'Toolroom', amount: 12, received: 140, opened: 90 },
  { lubricant: 'O-22', batch: '26-2060', container: '20 L can', place: 'Compressor house', amount: 15, received: 70, opened: 40 },
  { lubricant: 'O-47', batch: '26-3300', container: '20 L can', place: 'Compressor house', amount: 34, received: 60, opened: 20 },
  { lubricant: 'O-152', batch: '26-4480', container: '60 L drum', place: 'Oil store 1', amount: 41, received: 50, opened: 30 },
  { lubricant: 'OG-1', batch: '26-0990', container: '18 kg pail', place: 'Mill cart', amount: 12_500, received: 100, opened: 60 },
  { lubricant: 'D-1', batch: '26-1200', container: '12 cans of 0.4 L', place: 'Flammables cabinet', amount: 4, received: 30 },
  { lubricant: 'K-5', batch: '26-7001', container: '25 L can', place: 'Toolroom', amount: 19, received: 33, opened: 30 },
];

/** What stood on old plates and charts, and what stands in for it. The numbers in the names are no grades. */
export const replacements: { formerName: string; lubricant: string; source: SourceRank; sourceText: string; note?: string }[] = [
  { formerName: 'Steinwerk Red Worm 90', lubricant: 'O-680', source: 'supplier', sourceText: 'Letter of the supplier, after the plate AGMA 8 compounded', note: 'The 90 is part of the name and no viscosity.' },
  { formerName: 'Kollergang Grease B', lubricant: 'G-14', source: 'plant-engineer', sourceText: 'Plant instruction 14' },
  { formerName: 'Nordlicht Hydrol 37', lubricant: 'O-46', source: 'manual', sourceText: 'Press manual, page 88: HLP 46', note: 'Some old charts read the 37 as a grade; there is no such grade.' },
  { formerName: 'Nordlicht Hydrol 37', lubricant: 'O-45', source: 'hearsay', sourceText: 'Told by the former store keeper' },
];

/** What the chart in the lid of an old machine calls its oils. On another machine the same letter is another oil. */
export const chartLetters: { machine: string; letter: string; lubricant: string; sourceText: string }[] = [
  { machine: 'TR-L1', letter: 'A', lubricant: 'O-32', sourceText: 'Chart in the lid: light spindle oil, 150 SUS at 100 °F' },
  { machine: 'TR-L1', letter: 'B', lubricant: 'O-68', sourceText: 'Chart in the lid: way oil, 300 SUS at 100 °F' },
  { machine: 'TR-L1', letter: 'C', lubricant: 'K-5', sourceText: 'Chart in the lid: cutting compound' },
];
