/**
 * The two selection tables for enclosed gears, as often reprinted. AGMA numbers with C are compounded, with S synthetic.
 * Sources: AGMA 250.04 (by size, ambient −10…10 and 10…50 °C) and AGMA 9005-D94, table 4 (by pitch-line velocity of the
 * last stage, ambient −40…−10, −10…10, 10…35 and 35…55 °C). Pure data.
 */
export type AgmaRange = { min: string; max: string };
type SizeRow = { upToMm: number; cold: AgmaRange; warm: AgmaRange };

const range = (text: string): AgmaRange => {
  const [min, max] = text.split('–');
  return { min: min!, max: max ?? min! };
};
const row = (upToMm: number, cold: string, warm: string): SizeRow => ({ upToMm, cold: range(cold), warm: range(warm) });

/** By size: what `upToMm` measures (low-speed centre distance, housing diameter or cone distance) stands in `sizeNames`. */
export const bySize = {
  'parallel-1': [row(200, '2–3', '3–4'), row(500, '2–3', '4–5'), row(Infinity, '3–4', '4–5')],
  'parallel-2': [row(200, '2–3', '3–4'), row(Infinity, '3–4', '4–5')],
  'parallel-3': [row(200, '2–3', '3–4'), row(500, '3–4', '4–5'), row(Infinity, '4–5', '5–6')],
  planetary: [row(400, '2–3', '3–4'), row(Infinity, '3–4', '4–5')],
  bevel: [row(300, '2–3', '4–5'), row(Infinity, '3–4', '5–6')],
  gearmotor: [row(Infinity, '2–3', '4–5')],
  'high-speed': [row(Infinity, '1', '2')],
} as const satisfies Record<string, readonly SizeRow[]>;

/** Cylindrical worm: 8C in warm ambient up to the limiting worm speed of the size, 7C over it; 7C in cold ambient. */
export const wormSpeedLimits: readonly { upToMm: number; rpm: number }[] = [
  { upToMm: 150, rpm: Infinity },
  { upToMm: 300, rpm: 450 },
  { upToMm: 450, rpm: 300 },
  { upToMm: 600, rpm: 250 },
  { upToMm: Infinity, rpm: 200 },
];

/** Upper ends of the ambient columns in °C; a column holds what is above the one before it. */
export const sizeColumns = [
  { from: -10, to: 10 },
  { from: 10, to: 50 },
] as const;
export const velocityColumns = [
  { from: -40, to: -10 },
  { from: -10, to: 10 },
  { from: 10, to: 35 },
  { from: 35, to: 55 },
] as const;

export type VelocityRow = { name: string; numbers: readonly [string, string, string, string] };
export const velocityRows: readonly (VelocityRow & { includes: (v: number) => boolean })[] = [
  { name: 'below 5 m/s', includes: (v) => v < 5, numbers: ['3S', '4', '6', '8'] },
  { name: '5 to 15 m/s', includes: (v) => v <= 15, numbers: ['3S', '3', '5', '7'] },
  { name: '15 to 25 m/s', includes: (v) => v <= 25, numbers: ['2S', '2', '4', '6'] },
  { name: 'above 25 m/s', includes: () => true, numbers: ['0S', '0', '2', '3'] },
];
export const wormVelocityRows: typeof velocityRows = [
  { name: 'worm, below 2.25 m/s', includes: (v) => v < 2.25, numbers: ['5S', '7C', '8C', '8S'] },
  { name: 'worm, 2.25 m/s and above', includes: () => true, numbers: ['5S', '7C', '7C', '7S'] },
];
