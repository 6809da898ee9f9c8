/** What may happen to a machine that makes tasks due by itself, whatever the meters say. */
export const eventWords = {
  flood: 'flood or wash-down',
  'die-change': 'die or tool change',
  'first-use': 'first use after standing',
  'witness-mark': 'witness mark moved',
  overload: 'overload or crash',
} as const;

export type EventName = keyof typeof eventWords;
