/** How oil gets to what it lubricates. */
export const supplies = ['splash', 'ring', 'pumped', 'hydraulic'] as const;
export type Supply = (typeof supplies)[number];

/** Thickest oil in mm²/s that each kind of supply still moves at the start. Mark: M C. */
export const startLimits: Readonly<Record<Supply, number>> = {
  splash: 20_000,
  ring: 5000,
  pumped: 2000,
  hydraulic: 1000,
};
