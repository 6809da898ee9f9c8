/** What to mind when handling a lubricant; shown before it is handled. The safety data sheet and the site's rules decide. */
export const hazards = {
  flammable: 'flammable: no ignition source, no hot surface',
  skin: 'harms the skin: gloves, wash at once',
  mist: 'harmful as mist: do not breathe it, do not blow it off',
  water: 'harms water: catch every drop, nothing into the drain',
  slip: 'very slippery on the floor: bind it at once',
} as const;
export type Hazard = keyof typeof hazards;

/**
 * The hazards of a lubricant as one sentence; empty where it has none.
 * @example lubricantHazards('D-1', ['mist']) // 'D-1 is harmful as mist: do not breathe it, do not blow it off.'
 */
export const lubricantHazards = (code: string, list: readonly Hazard[]): string =>
  list.map((hazard) => `${code} ${hazard === 'skin' || hazard === 'water' ? '' : 'is '}${hazards[hazard]}.`).join(' ');
