/** What a level is seen on, and what its five steps from nothing to full look like there. Steps are 0, 25, 50, 75 and 100 %. */
export const levelGauges = {
  glass: { words: 'round glass', steps: ['empty', 'low', 'middle', 'high', 'full'] },
  tube: { words: 'upright glass or tube', steps: ['empty', 'low', 'half', 'high', 'full'] },
  dipstick: { words: 'dipstick', steps: ['dry', 'lower mark', 'between', 'upper mark', 'above it'] },
  'flip-cup': { words: 'cup with a lid', steps: ['empty', 'low', 'half', 'high', 'full'] },
  bottle: { words: 'bottle', steps: ['empty', 'low', 'half', 'high', 'full'] },
} as const satisfies Record<string, { words: string; steps: readonly [string, string, string, string, string] }>;
export type LevelGauge = keyof typeof levelGauges;

export const levelGaugeWords = Object.fromEntries(
  Object.entries(levelGauges).map(([name, { words }]) => [name, words]),
) as Record<LevelGauge, string>;
