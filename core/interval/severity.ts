/**
 * Factors by which a task comes round sooner where things are harder than usual. Conventions of the trade rather than a
 * standard: they differ from book to book, stand in the open beside the interval, and yield to evidence.
 */
export const severityFactors = {
  dust: { name: 'abrasive dust', value: 0.5 },
  water: { name: 'water or steam', value: 0.5 },
  shock: { name: 'shock loads', value: 0.7 },
  reversing: { name: 'starts and stops, reversing', value: 0.8 },
  heat: { name: 'hot surroundings', value: 0.7 },
} as const;
export type Severity = keyof typeof severityFactors;
