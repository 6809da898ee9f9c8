/** Words in which lubricants and materials are described; shared by the store room, the methods and the plates. */

export const families = {
  'gear-ep': 'gear oil, EP',
  'gear-compounded': 'gear oil, compounded',
  gear: 'gear oil without EP',
  hydraulic: 'hydraulic oil',
  slideway: 'slideway oil',
  spindle: 'spindle oil',
  circulating: 'circulating and machine oil',
  compressor: 'compressor oil',
  turbine: 'turbine oil',
  chain: 'chain oil',
  'open-gear': 'open-gear lubricant',
  pneumatic: 'oil for air tools and lines',
  needle: 'needle and knitting oil',
  engine: 'engine oil',
  coolant: 'coolant concentrate',
  grease: 'grease',
  'semi-fluid': 'semi-fluid grease',
  'dry-film': 'dry film',
  flushing: 'flushing oil',
  transmission: 'fluid for automatic transmissions',
  'fire-resistant': 'fire-resistant hydraulic fluid',
  refrigeration: 'refrigerator oil',
  vacuum: 'vacuum pump oil',
  'heat-transfer': 'heat-transfer oil',
  insulating: 'electrical insulating oil',
  'heat-treatment': 'hardening and tempering oil',
  'form-release': 'mould and form release oil',
  'corrosion-protection': 'corrosion protection oil',
} as const;
export type Family = keyof typeof families;

export const bases = {
  mineral: 'mineral',
  pao: 'synthetic hydrocarbon (PAO)',
  ester: 'ester',
  pag: 'polyglycol (PAG)',
  silicone: 'silicone',
  pfpe: 'perfluorinated (PFPE)',
  'phosphate-ester': 'phosphate ester',
  vegetable: 'vegetable',
  water: 'water-based',
} as const;
export type Base = keyof typeof bases;
/** A base as a method is told it: nobody knows, is an answer as well. */
export const basesOrUnknown = { ...bases, unknown: 'not known' } as const;
export type BaseOrUnknown = keyof typeof basesOrUnknown;

export const thickeners = {
  lithium: 'lithium',
  'lithium-complex': 'lithium complex',
  calcium: 'calcium',
  'calcium-12-hydroxy': 'calcium 12-hydroxystearate',
  'calcium-complex': 'calcium complex',
  'calcium-sulphonate': 'calcium sulphonate complex',
  'aluminium-complex': 'aluminium complex',
  'barium-complex': 'barium complex',
  bentonite: 'bentonite (clay)',
  polyurea: 'polyurea, conventional',
  'polyurea-shear-stable': 'polyurea, shear stable',
  sodium: 'sodium',
  silica: 'silica gel',
  ptfe: 'PTFE',
} as const;
export type Thickener = keyof typeof thickeners;

export const additives = {
  'ep-active': 'EP with active sulphur or chlorine',
  'ep-inactive': 'EP declared safe for yellow metals',
  'anti-wear-zinc': 'anti-wear, zinc',
  'anti-wear-ashless': 'anti-wear, zinc-free',
  compounded: 'fatty oil (compounded)',
  detergent: 'detergent',
  solid: 'solid lubricant (graphite or MoS₂)',
  tackifier: 'tackifier',
  emulsifier: 'emulsifier',
} as const;
export type Additive = keyof typeof additives;

export const cleaners = {
  'mineral-spirits': 'mineral spirits',
  isopropanol: 'isopropanol',
  ketone: 'ketone (acetone, MEK)',
  chlorinated: 'chlorinated solvent',
  'alkaline-water': 'alkaline water-based cleaner',
  'neutral-water': 'neutral water-based cleaner',
} as const;
export type Cleaner = keyof typeof cleaners;

export const materials = {
  bronze: 'bronze',
  brass: 'brass',
  copper: 'copper',
  steel: 'steel',
  'cast-iron': 'cast iron',
  aluminium: 'aluminium',
  zinc: 'zinc',
  nbr: 'NBR (nitrile rubber)',
  hnbr: 'HNBR',
  fkm: 'FKM (fluoro rubber)',
  epdm: 'EPDM',
  silicone: 'silicone rubber',
  cr: 'CR (chloroprene)',
  'natural-rubber': 'natural rubber',
  polyurethane: 'polyurethane',
  ptfe: 'PTFE',
  polyamide: 'polyamide',
  pom: 'POM',
  polycarbonate: 'polycarbonate',
  paint: 'ordinary paint inside the case',
  leather: 'leather',
  cork: 'cork',
} as const;
export type Material = keyof typeof materials;

/** Keys of a words table as the non-empty tuple that an enumeration needs. */
export const keysOf = <Words extends Record<string, unknown>>(words: Words) =>
  Object.keys(words) as [keyof Words & string, ...(keyof Words & string)[]];
