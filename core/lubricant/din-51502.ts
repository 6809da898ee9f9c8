/**
 * Letters of DIN 51502:1990 designations: oils (table 1 and 2), additives (table 3), synthetic bases (table 4),
 * greases (table 5), upper service temperature and water (table 6), lower service temperature (table 7). Pure data.
 */
import type { Base, Family } from '../compat/vocabulary';

/** Main letters of oils, longest first where one begins another. */
export const oilLetters: readonly { letters: string; family: Family; meaning: string }[] = [
  { letters: 'HVLP', family: 'hydraulic', meaning: 'hydraulic oil with anti-wear additives and raised viscosity index' },
  { letters: 'HYP', family: 'gear-ep', meaning: 'hypoid gear oil' },
  { letters: 'HLP', family: 'hydraulic', meaning: 'hydraulic oil with anti-wear additives' },
  { letters: 'HL', family: 'hydraulic', meaning: 'hydraulic oil with corrosion and ageing inhibitors' },
  { letters: 'HD', family: 'engine', meaning: 'engine oil' },
  { letters: 'H', family: 'hydraulic', meaning: 'hydraulic oil' },
  { letters: 'AN', family: 'circulating', meaning: 'lubricating oil without higher demands' },
  { letters: 'ATF', family: 'hydraulic', meaning: 'fluid for automatic transmissions' },
  { letters: 'B', family: 'open-gear', meaning: 'bituminous, dark adhesive lubricating oil' },
  { letters: 'CG', family: 'slideway', meaning: 'slideway oil' },
  { letters: 'C', family: 'circulating', meaning: 'circulating lubricating oil' },
  { letters: 'D', family: 'pneumatic', meaning: 'oil for compressed-air tools' },
  { letters: 'FS', family: 'flushing', meaning: 'mould release oil' },
  { letters: 'F', family: 'circulating', meaning: 'air-filter oil' },
  { letters: 'J', family: 'circulating', meaning: 'electrical insulating oil' },
  { letters: 'KA', family: 'compressor', meaning: 'refrigerator oil for ammonia' },
  { letters: 'L', family: 'flushing', meaning: 'hardening or tempering oil' },
  { letters: 'Q', family: 'circulating', meaning: 'heat-transfer oil' },
  { letters: 'R', family: 'circulating', meaning: 'corrosion protection oil' },
  { letters: 'S', family: 'coolant', meaning: 'cutting fluid' },
  { letters: 'TD', family: 'turbine', meaning: 'turbine oil, lubricating and governing' },
  { letters: 'VB', family: 'compressor', meaning: 'air compressor oil, discharge up to 140 °C' },
  { letters: 'VC', family: 'compressor', meaning: 'air compressor oil, discharge up to 160 °C' },
  { letters: 'VD', family: 'compressor', meaning: 'air compressor oil, discharge up to 220 °C' },
  { letters: 'W', family: 'circulating', meaning: 'rolling oil' },
  { letters: 'Z', family: 'gear-compounded', meaning: 'steam-cylinder oil' },
];

/** Additional letters of oils. */
export const oilAdditions: Readonly<Record<string, { name: string; meaning: string }>> = {
  D: { name: 'detergent', meaning: 'detergent: holds dirt and water in suspension' },
  E: { name: 'emulsifier', meaning: 'emulsifying: mixed with water' },
  F: { name: 'solid', meaning: 'solid lubricant such as graphite or molybdenum disulphide' },
  L: { name: 'inhibited', meaning: 'additives against corrosion and ageing' },
  M: { name: 'emulsifier', meaning: 'mixed with water, mineral oil' },
  S: { name: 'emulsifier', meaning: 'mixed with water, synthetic' },
  P: { name: 'ep', meaning: 'additives against friction and wear, higher load (EP or anti-wear)' },
  V: { name: 'thinned', meaning: 'thinned with solvent' },
};

export const syntheticLetters: Readonly<Record<string, { base: Base; meaning: string }>> = {
  E: { base: 'ester', meaning: 'organic ester' },
  FK: { base: 'pfpe', meaning: 'perfluorinated liquid' },
  HC: { base: 'pao', meaning: 'synthetic hydrocarbon' },
  PH: { base: 'phosphate-ester', meaning: 'phosphoric ester' },
  PG: { base: 'pag', meaning: 'polyglycol' },
  SI: { base: 'silicone', meaning: 'silicone oil' },
};

export const greaseLetters: readonly { letters: string; meaning: string }[] = [
  { letters: 'OG', meaning: 'grease for open gears, adhesive, free of bitumen' },
  { letters: 'K', meaning: 'grease for rolling and plain bearings and sliding surfaces' },
  { letters: 'G', meaning: 'grease for closed gears' },
  { letters: 'M', meaning: 'grease for plain bearings and seals, low demands' },
];

export const greaseAdditions: Readonly<Record<string, { name: string; meaning: string }>> = {
  F: { name: 'solid', meaning: 'solid lubricant such as molybdenum disulphide' },
  L: { name: 'inhibited', meaning: 'additives against corrosion and ageing' },
  P: { name: 'ep', meaning: 'additives against friction and wear, higher load (EP)' },
};

const resists = 'little or no change in water at 40 °C (0-40 or 1-40, DIN 51807-1)';
const yields = 'moderate to strong change in water at 40 °C (2-40 or 3-40, DIN 51807-1)';
const agreed = 'behaviour in water by agreement with the supplier';

/** Upper service temperature in °C and behaviour towards water. */
export const upperLetters: Readonly<Record<string, { upperC: number; water: string }>> = {
  C: { upperC: 60, water: resists }, D: { upperC: 60, water: yields }, E: { upperC: 80, water: resists }, F: { upperC: 80, water: yields }, G: { upperC: 100, water: resists }, H: { upperC: 100, water: yields },
  K: { upperC: 120, water: resists }, M: { upperC: 120, water: yields }, N: { upperC: 140, water: agreed }, P: { upperC: 160, water: agreed }, R: { upperC: 180, water: agreed }, S: { upperC: 200, water: agreed }, T: { upperC: 220, water: agreed }, U: { upperC: 221, water: agreed },
};

export const lowerTemperaturesC = [-10, -20, -30, -40, -50, -60] as const;
export const nlgiNumbers = ['000', '00', '0', '1', '2', '3', '4', '5', '6'] as const;
