/**
 * Symbols of ISO 6743 (classes of lubricants, L): total loss (part 1), spindles (2), compressors, vacuum pumps and
 * refrigeration (3), hydraulics (4), turbines (5), gears (6), greases (9), pneumatic tools (11), heat transfer (12),
 * slideways (13).
 * Gears besides: ISO 12925-1. Pure data.
 */
import type { BaseOrUnknown, Family } from '../compat/vocabulary';

export type IsoSymbol = {
  family: Family;
  additives: readonly string[];
  base: BaseOrUnknown;
  meaning: string;
};

const symbol = (
  family: Family,
  additives: readonly string[],
  meaning: string,
  base: BaseOrUnknown = 'mineral',
): IsoSymbol => ({ family, additives, base, meaning });

const inhibited = ['inhibited'];
const antiWear = ['inhibited', 'anti-wear'];
const ep = ['inhibited', 'ep'];

/** Letters of which a symbol of the class L consists, `HM` as in `ISO-L-HM 46`. */
export const isoSymbols: Readonly<Record<string, IsoSymbol>> = {
  AA: symbol('open-gear', [], 'lubricant of total loss, rough use'),
  AB: symbol('circulating', [], 'lubricant of total loss, light use'),
  AC: symbol('circulating', [], 'lubricant of total loss, for what moves slowly'),
  AN: symbol('circulating', [], 'lubricant of total loss, without higher demands'),
  FC: symbol('spindle', inhibited, 'spindle oil with corrosion and ageing inhibitors'),
  FD: symbol('spindle', antiWear, 'spindle oil with anti-wear additives'),
  DAA: symbol('compressor', [], 'piston compressor oil, light duty'),
  DAB: symbol('compressor', inhibited, 'piston compressor oil, medium duty'),
  DAC: symbol('compressor', inhibited, 'piston compressor oil, heavy duty', 'unknown'),
  DAG: symbol('compressor', inhibited, 'rotary compressor oil, light duty'),
  DAH: symbol('compressor', inhibited, 'rotary compressor oil, medium duty'),
  DAJ: symbol('compressor', inhibited, 'rotary compressor oil, heavy duty', 'unknown'),
  DVA: symbol('vacuum', [], 'vacuum pump oil, piston pump, light duty'),
  DVB: symbol('vacuum', [], 'vacuum pump oil, piston pump, heavy duty'),
  DVC: symbol('vacuum', [], 'vacuum pump oil, rotary pump, light duty'),
  DVD: symbol('vacuum', [], 'vacuum pump oil, rotary pump, medium duty'),
  DVE: symbol('vacuum', [], 'vacuum pump oil, rotary pump, heavy duty', 'unknown'),
  DVF: symbol('vacuum', [], 'vacuum pump oil, diffusion pump', 'unknown'),
  DRA: symbol('refrigeration', [], 'refrigerator oil for ammonia, not soluble in it'),
  DRB: symbol('refrigeration', [], 'refrigerator oil for ammonia, soluble in it', 'unknown'),
  DRC: symbol('refrigeration', [], 'refrigerator oil for ammonia and hydrocarbons', 'unknown'),
  DRD: symbol('refrigeration', [], 'refrigerator oil for fluorinated refrigerants', 'unknown'),
  DRE: symbol('refrigeration', [], 'refrigerator oil for chlorinated refrigerants', 'unknown'),
  DRG: symbol('refrigeration', [], 'refrigerator oil for hydrocarbons', 'unknown'),
  HH: symbol('hydraulic', [], 'hydraulic oil without inhibitors'),
  HL: symbol('hydraulic', inhibited, 'hydraulic oil with corrosion and ageing inhibitors'),
  HM: symbol('hydraulic', antiWear, 'hydraulic oil with anti-wear additives'),
  HR: symbol('hydraulic', inhibited, 'hydraulic oil with inhibitors and high viscosity index'),
  HV: symbol('hydraulic', antiWear, 'hydraulic oil with anti-wear additives and high viscosity index'),
  HS: symbol('hydraulic', [], 'synthetic hydraulic fluid, not fire-resistant', 'unknown'),
  HA: symbol('transmission', antiWear, 'fluid for automatic transmissions', 'unknown'),
  HN: symbol('transmission', antiWear, 'fluid for couplings and converters', 'unknown'),
  HG: symbol('slideway', antiWear, 'hydraulic and slideway oil against stick-slip'),
  HETG: symbol('hydraulic', [], 'biodegradable hydraulic fluid, vegetable oil', 'vegetable'),
  HEES: symbol('hydraulic', [], 'biodegradable hydraulic fluid, synthetic ester', 'ester'),
  HEPG: symbol('hydraulic', [], 'biodegradable hydraulic fluid, polyglycol', 'pag'),
  HEPR: symbol('hydraulic', [], 'biodegradable hydraulic fluid, synthetic hydrocarbon', 'pao'),
  HFA: symbol('fire-resistant', [], 'fire-resistant fluid, oil in much water', 'water'),
  HFAE: symbol('fire-resistant', [], 'fire-resistant fluid, emulsion of oil in much water', 'water'),
  HFAS: symbol('fire-resistant', [], 'fire-resistant fluid, solution of chemicals in water', 'water'),
  HFB: symbol('fire-resistant', [], 'fire-resistant fluid, water in oil', 'water'),
  HFC: symbol('fire-resistant', [], 'fire-resistant fluid, water with polymer', 'water'),
  HFD: symbol('fire-resistant', [], 'fire-resistant fluid without water, not said which', 'unknown'),
  HFDR: symbol('fire-resistant', [], 'fire-resistant fluid without water, phosphate ester', 'phosphate-ester'),
  HFDU: symbol('fire-resistant', [], 'fire-resistant fluid without water, other than phosphate ester', 'unknown'),
  TSA: symbol('turbine', inhibited, 'steam turbine oil'),
  TSE: symbol('turbine', ep, 'steam turbine oil for geared sets'),
  TSC: symbol('turbine', inhibited, 'steam turbine fluid, synthetic', 'unknown'),
  TGA: symbol('turbine', inhibited, 'gas turbine oil'),
  TGB: symbol('turbine', inhibited, 'gas turbine oil for high temperatures'),
  TGC: symbol('turbine', inhibited, 'gas turbine fluid, synthetic', 'unknown'),
  TGE: symbol('turbine', ep, 'gas turbine oil for geared sets'),
  TGF: symbol('turbine', ep, 'gas turbine oil for geared sets and high temperatures'),
  THA: symbol('turbine', inhibited, 'water turbine oil'),
  THE: symbol('turbine', ep, 'water turbine oil for geared sets'),
  CKB: symbol('gear', inhibited, 'gear oil with corrosion and ageing inhibitors'),
  CKC: symbol('gear-ep', ep, 'gear oil, extreme pressure, medium temperatures'),
  CKD: symbol('gear-ep', ep, 'gear oil, extreme pressure, high temperatures'),
  CKE: symbol('gear-compounded', ['compounded'], 'gear oil that slips easily, for worms'),
  CKS: symbol('gear', inhibited, 'synthetic gear oil for extreme temperatures, light load', 'unknown'),
  CKT: symbol('gear-ep', ep, 'synthetic gear oil for extreme temperatures, heavy load', 'unknown'),
  CKSMP: symbol('gear-ep', ep, 'gear oil against scuffing and micropitting', 'unknown'),
  CKTG: symbol('gear-ep', ep, 'biodegradable gear oil, vegetable oil', 'vegetable'),
  CKES: symbol('gear-ep', ep, 'biodegradable gear oil, synthetic ester', 'ester'),
  CKPG: symbol('gear', inhibited, 'biodegradable gear oil, polyglycol', 'pag'),
  CKPR: symbol('gear-ep', ep, 'biodegradable gear oil, synthetic hydrocarbon', 'pao'),
  CKH: symbol('open-gear', inhibited, 'bituminous open-gear lubricant'),
  CKJ: symbol('open-gear', ep, 'bituminous open-gear lubricant, extreme pressure'),
  CKM: symbol('open-gear', ep, 'open-gear lubricant, extreme pressure, thinned with solvent'),
  GA: symbol('slideway', inhibited, 'slideway oil'),
  GB: symbol('slideway', antiWear, 'slideway oil against stick-slip'),
  GD: symbol('slideway', ep, 'slideway oil, extreme pressure, against stick-slip'),
  PAA: symbol('pneumatic', [], 'oil for percussive air tools, light duty'),
  PAB: symbol('pneumatic', ep, 'oil for percussive air tools, heavy duty'),
  PBA: symbol('pneumatic', [], 'oil for rotating air tools, light duty'),
  PBB: symbol('pneumatic', ep, 'oil for rotating air tools, heavy duty'),
  QA: symbol('heat-transfer', [], 'heat-transfer oil, open system'),
  QB: symbol('heat-transfer', inhibited, 'heat-transfer oil, closed system up to 300 °C'),
  QC: symbol('heat-transfer', inhibited, 'heat-transfer oil, closed system above 300 °C', 'unknown'),
  QD: symbol('heat-transfer', inhibited, 'synthetic heat-transfer fluid above 300 °C', 'unknown'),
};
/** Symbols that are sold without a grade: water is most of them. */
export const withoutGrade: readonly string[] = ['HFA', 'HFAE', 'HFAS', 'HFB', 'HFC', 'HFD', 'HFDR', 'HFDU'];

/** What a grease symbol says letter by letter, `XCCEB 2`: lowest and highest temperature, water, load (part 9). */
export const isoGrease = {
  lowest: {
    A: { lowerC: 0, meaning: 'down to 0 °C' },
    B: { lowerC: -20, meaning: 'down to −20 °C' },
    C: { lowerC: -30, meaning: 'down to −30 °C' },
    D: { lowerC: -40, meaning: 'down to −40 °C' },
    E: { lowerC: -41, meaning: 'below −40 °C' },
  },
  highest: {
    A: { upperC: 60, meaning: 'up to 60 °C' },
    B: { upperC: 90, meaning: 'up to 90 °C' },
    C: { upperC: 120, meaning: 'up to 120 °C' },
    D: { upperC: 140, meaning: 'up to 140 °C' },
    E: { upperC: 160, meaning: 'up to 160 °C' },
    F: { upperC: 180, meaning: 'up to 180 °C' },
    G: { upperC: 181, meaning: 'above 180 °C' },
  },
  water: {
    A: 'dry surroundings, no protection against rust',
    B: 'dry surroundings, protects against rust by fresh water',
    C: 'dry surroundings, protects against rust by salt water',
    D: 'damp surroundings, no protection against rust',
    E: 'damp surroundings, protects against rust by fresh water',
    F: 'damp surroundings, protects against rust by salt water',
    G: 'washed by water, no protection against rust',
    H: 'washed by water, protects against rust by fresh water',
    I: 'washed by water, protects against rust by salt water',
  },
  load: { A: 'without extreme-pressure additives', B: 'with extreme-pressure additives' },
} as const;
