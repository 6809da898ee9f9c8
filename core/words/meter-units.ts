/** What a meter counts, in its own word; all but hours are counted alike. */
export const meterUnits = {
  hours: 'hours',
  cycles: 'cycles',
  strokes: 'strokes',
  cuts: 'cuts',
  starts: 'starts',
  tonnes: 'tonnes',
} as const;

export type MeterUnit = keyof typeof meterUnits;
