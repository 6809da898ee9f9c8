/** Where an assignment comes from, best first: a higher-ranked source wins and the losers stay visible. */
export const sourceRanks = {
  'plant-engineer': 'Plant engineer’s written instruction',
  manual: 'Manufacturer’s current manual',
  supplier: 'Lubricant supplier’s written advice',
  nameplate: 'Nameplate',
  calculated: 'Calculated',
  hearsay: 'Hearsay',
  assumed: 'Assumed',
} as const;

export type SourceRank = keyof typeof sourceRanks;

export const rankOf = (source: SourceRank): number => Object.keys(sourceRanks).indexOf(source);
