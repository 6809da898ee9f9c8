/**
 * Letters of DIN 51502:1990 designations: oils (table 1 and 2), additives (table 3), synthetic bases (table 4),
 * greases (table 5), upper service temperature and water (table 6), lower service temperature (table 7). Pure data.
 */
import type { Base, Family } from '../compat/vocabulary';

/** A main letter of oils; `adds` are the additional letters that belong to it, `sae` where the grade behind it is an SAE number. */
export type OilLetter = {
  letters: string;
  family: Family;
  meaning: string;
  adds?: string;
  /** What the main letters themselves say of additives. */
  additives?: readonly string[];
  sae?: 'gear' | 'engine';
};

const hydraulic = 'hydraulic';
const wear = ['inhibited', 'anti-wear'];
/** Main letters of oils, longest first where one begins another. */
export const oilLetters: readonly OilLetter[] = [
  { letters: 'HVLP', family: hydraulic, additives: wear, adds: 'D', meaning: 'hydraulic oil with anti-wear additives and raised viscosity index' },
  { letters: 'HYP', family: 'gear-ep', additives: ['ep'], sae: 'gear', meaning: 'hypoid gear oil' },
  { letters: 'HLP', family: hydraulic, additives: wear, adds: 'D', meaning: 'hydraulic oil with anti-wear additives' },
  { letters: 'HL', family: hydraulic, additives: ['inhibited'], meaning: 'hydraulic oil with corrosion and ageing inhibitors' },
  { letters: 'HD', family: 'engine', additives: ['detergent'], sae: 'engine', meaning: 'engine oil' },
  { letters: 'H', family: hydraulic, meaning: 'hydraulic oil' },
  { letters: 'AN', family: 'circulating', meaning: 'lubricating oil without higher demands' },
  { letters: 'ATF', family: 'transmission', meaning: 'fluid for automatic transmissions' },
  { letters: 'BA', family: 'open-gear', meaning: 'bituminous, dark adhesive lubricating oil, thin' },
  { letters: 'BB', family: 'open-gear', meaning: 'bituminous, dark adhesive lubricating oil, medium' },
  { letters: 'BC', family: 'open-gear', meaning: 'bituminous, dark adhesive lubricating oil, thick' },
  { letters: 'B', family: 'open-gear', adds: 'V', meaning: 'bituminous, dark adhesive lubricating oil' },
  { letters: 'CG', family: 'slideway', adds: 'LP', meaning: 'slideway oil' },
  { letters: 'C', family: 'circulating', adds: 'LPF', meaning: 'circulating lubricating oil' },
  { letters: 'D', family: 'pneumatic', adds: 'L', meaning: 'oil for compressed-air tools' },
  { letters: 'FS', family: 'form-release', meaning: 'mould release oil' },
  { letters: 'F', family: 'circulating', meaning: 'air-filter oil' },
  { letters: 'J', family: 'insulating', meaning: 'electrical insulating oil' },
  { letters: 'KAA', family: 'refrigeration', meaning: 'refrigerator oil for ammonia, not soluble in it' },
  { letters: 'KAB', family: 'refrigeration', meaning: 'refrigerator oil for ammonia, soluble in it' },
  { letters: 'KA', family: 'refrigeration', meaning: 'refrigerator oil for ammonia' },
  { letters: 'KB', family: 'refrigeration', meaning: 'refrigerator oil for carbon dioxide' },
  { letters: 'KC', family: 'refrigeration', meaning: 'refrigerator oil for halogenated refrigerants' },
  { letters: 'KD', family: 'refrigeration', meaning: 'refrigerator oil for partly fluorinated refrigerants' },
  { letters: 'KE', family: 'refrigeration', meaning: 'refrigerator oil for hydrocarbons' },
  { letters: 'L', family: 'heat-treatment', meaning: 'hardening or tempering oil' },
  { letters: 'Q', family: 'heat-transfer', meaning: 'heat-transfer oil' },
  { letters: 'R', family: 'corrosion-protection', meaning: 'corrosion protection oil' },
  { letters: 'S', family: 'coolant', adds: 'EMSPN', meaning: 'cutting fluid' },
  { letters: 'TD', family: 'turbine', adds: 'LP', meaning: 'turbine oil, lubricating and governing' },
  { letters: 'VB', family: 'compressor', adds: 'L', meaning: 'air compressor oil, discharge up to 140 °C' },
  { letters: 'VC', family: 'compressor', adds: 'L', meaning: 'air compressor oil, discharge up to 160 °C' },
  { letters: 'VD', family: 'compressor', adds: 'L', meaning: 'air compressor oil, discharge up to 220 °C' },
  { letters: 'W', family: 'circulating', meaning: 'rolling oil' },
  { letters: 'ZA', family: 'gear-compounded', meaning: 'steam-cylinder oil for saturated steam' },
  { letters: 'ZB', family: 'gear-compounded', meaning: 'steam-cylinder oil for hot steam' },
  { letters: 'ZD', family: 'gear-compounded', meaning: 'steam-cylinder oil for hot steam, heaviest' },
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
  N: { name: 'neat', meaning: 'not mixed with water' },
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
/** Consistency numbers, soft to hard; a grease may lie between two neighbours, such as 1-2. */
export const nlgiNumbers = ['000', '00', '0', '1', '2', '3', '4', '5', '6'] as const;
export const nlgiGrades = [...nlgiNumbers, '000-00', '00-0', '0-1', '1-2', '2-3', '3-4', '4-5', '5-6'] as const;
