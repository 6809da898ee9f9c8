import type { OutlineBox } from '@/core/register/outline';

/**
 * The demo machines as one knows them from the aisle: their parts as boxes on a field of 100 × 60, and where each point is,
 * in the order of the plan. What has more points than places here keeps the usual place for the others.
 */
export type DemoOutline = { boxes: OutlineBox[]; at: [number, number][] };

const box = (label: string, x: number, y: number, width: number, height: number): OutlineBox => ({
  ...{ label, x, y },
  ...{ width, height },
});

const belt: DemoOutline = {
  boxes: [
    box('gear', 4, 6, 14, 12),
    box('head', 4, 22, 14, 18),
    box('belt', 18, 24, 64, 14),
    box('tail', 82, 22, 14, 18),
  ],
  at: [
    [11, 6],
    [11, 22],
    [11, 40],
    [89, 22],
    [89, 40],
    [96, 31],
  ],
};
const clayBelt: DemoOutline = {
  boxes: [
    box('gear', 4, 6, 14, 12),
    box('head', 4, 22, 14, 18),
    box('belt', 18, 24, 64, 14),
    box('tail', 82, 22, 14, 18),
    box('plough', 30, 40, 22, 10),
  ],
  at: [
    [11, 6],
    [22, 12],
    [11, 22],
    [11, 40],
    [89, 22],
    [36, 50],
    [52, 42],
  ],
};
const apronFeeder: DemoOutline = {
  boxes: [box('gear', 4, 44, 16, 12), box('apron', 14, 26, 72, 12), box('clay bay', 30, 4, 52, 22)],
  at: [
    [12, 44],
    [50, 38],
    [14, 26],
    [14, 38],
    [86, 26],
    [86, 38],
  ],
};
const elevator: DemoOutline = {
  boxes: [
    box('head', 34, 3, 32, 13),
    box('gear', 70, 4, 18, 11),
    box('casing', 40, 16, 20, 30),
    box('boot', 34, 46, 32, 11),
  ],
  at: [
    [79, 4],
    [34, 10],
    [66, 12],
    [34, 52],
    [66, 52],
    [60, 31],
  ],
};
const ballMill: DemoOutline = {
  boxes: [
    box('motor', 4, 42, 18, 12),
    box('gear', 26, 42, 14, 12),
    box('feed', 26, 16, 8, 12),
    box('drum', 34, 6, 44, 32),
    box('discharge', 78, 16, 16, 12),
  ],
  at: [
    [20, 42],
    [5, 42],
    [33, 54],
    [31, 16],
    [84, 16],
    [24, 50],
    [46, 38],
  ],
};
const slipAgitator: DemoOutline = {
  boxes: [
    box('motor', 40, 2, 20, 10),
    box('gear', 38, 12, 24, 9),
    box('bridge', 10, 21, 80, 5),
    box('slip tank', 14, 28, 72, 28),
  ],
  at: [
    [38, 17],
    [50, 23],
    [50, 36],
    [58, 9],
    [42, 3],
  ],
};
const beltFan: DemoOutline = {
  boxes: [
    box('motor', 6, 36, 24, 16),
    box('belt', 32, 30, 6, 24),
    box('shaft', 38, 22, 26, 6),
    box('fan wheel', 64, 6, 32, 42),
  ],
  at: [
    [28, 36],
    [8, 36],
    [61, 28],
    [41, 28],
  ],
};
const motorFan: DemoOutline = {
  boxes: [box('motor', 8, 26, 26, 16), box('pedestal', 38, 28, 12, 22), box('fan wheel', 56, 8, 38, 44)],
  at: [
    [32, 26],
    [10, 26],
    [44, 28],
  ],
};
const tilePress: DemoOutline = {
  boxes: [
    box('crown', 24, 2, 46, 10),
    box('ram', 32, 14, 30, 12),
    box('table', 28, 32, 38, 10),
    box('feeder', 4, 32, 22, 10),
    box('pit', 72, 34, 24, 22),
    box('frame', 24, 44, 46, 12),
  ],
  at: [
    [84, 34],
    [5, 42],
    [94, 46],
    [76, 46],
    [12, 42],
    [20, 32],
    [32, 20],
    [27, 7],
    [67, 7],
  ],
};
const glazingLine: DemoOutline = {
  boxes: [
    box('head', 4, 22, 14, 16),
    box('belt', 18, 25, 32, 10),
    box('turner', 50, 16, 18, 28),
    box('belt', 68, 25, 18, 10),
    box('tail', 86, 22, 10, 16),
  ],
  at: [
    [11, 38],
    [59, 44],
    [34, 25],
    [8, 22],
    [16, 22],
    [91, 38],
  ],
};
const liftDryer: DemoOutline = {
  boxes: [
    box('gallery', 20, 2, 52, 8),
    box('shaft 1', 24, 10, 20, 38),
    box('shaft 2', 48, 10, 20, 38),
    box('pit', 20, 48, 52, 9),
    box('fan', 76, 20, 18, 16),
  ],
  at: [
    [46, 57],
    [24, 30],
    [68, 30],
    [22, 6],
    [70, 6],
    [22, 52],
    [70, 52],
    [92, 20],
    [78, 20],
  ],
};
const rollerDrive: DemoOutline = {
  boxes: [box('drive side', 4, 40, 92, 12), box('rollers', 10, 12, 80, 28), box('hot side', 4, 6, 92, 6)],
  at: [[8, 52], [50, 52], ...Array.from({ length: 8 }, (_, place): [number, number] => [13 + place * 10.5, 12])],
};
const polishingLine: DemoOutline = {
  boxes: [
    ...[1, 2, 3, 4].map((n) => box(`head ${n}`, 8 + (n - 1) * 21, 8, 14, 16)),
    box('bridge', 4, 24, 86, 8),
    box('belt', 4, 38, 92, 12),
  ],
  at: [
    [15, 8],
    [36, 8],
    [57, 8],
    [78, 8],
    [90, 28],
    [47, 32],
    [4, 25],
    [4, 31],
    [97, 20],
  ],
};
const squaringMachine: DemoOutline = {
  boxes: [
    ...[0, 1].map((n) => box(`wheel ${n + 1}`, 16 + n * 34, 4, 16, 12)),
    box('belt', 6, 22, 88, 14),
    ...[0, 1].map((n) => box(`wheel ${n + 3}`, 16 + n * 34, 42, 16, 12)),
  ],
  at: [
    [24, 4],
    [58, 4],
    [24, 54],
    [58, 54],
    [94, 29],
    [6, 22],
    [41, 10],
  ],
};
const sortingConveyor: DemoOutline = {
  boxes: [
    box('gear', 4, 42, 14, 12),
    box('head', 4, 20, 10, 16),
    box('bench', 14, 20, 70, 16),
    box('tail', 84, 20, 10, 16),
    box('reject gate', 56, 40, 20, 14),
  ],
  at: [
    [22, 20],
    [38, 20],
    [54, 20],
    [70, 20],
    [9, 20],
    [89, 20],
    [66, 54],
    [11, 54],
  ],
};
const vanePump: DemoOutline = {
  boxes: [box('pump', 10, 16, 38, 28), box('motor', 54, 18, 36, 24)],
  at: [
    [29, 16],
    [58, 18],
    [86, 18],
  ],
};
const palletizer: DemoOutline = {
  boxes: [
    box('column', 12, 6, 14, 44),
    box('beam', 26, 8, 60, 9),
    box('gripper', 68, 17, 14, 14),
    box('base', 4, 50, 32, 8),
    box('pallet', 60, 42, 32, 12),
  ],
  at: [
    [12, 12],
    [19, 6],
    [56, 8],
    [26, 34],
    [20, 54],
    [90, 24],
  ],
};
const endSuctionPump: DemoOutline = {
  boxes: [
    box('casing', 4, 16, 22, 30),
    box('pedestal', 26, 24, 24, 16),
    box('guard', 50, 26, 10, 12),
    box('motor', 60, 20, 34, 22),
  ],
  at: [
    [47, 24],
    [30, 24],
    [55, 38],
    [63, 20],
    [90, 20],
    [15, 10],
  ],
};
const lathe: DemoOutline = {
  boxes: [
    box('headstock', 4, 10, 24, 22),
    box('bed', 4, 34, 92, 7),
    box('carriage', 44, 22, 18, 12),
    box('tailstock', 78, 18, 16, 16),
    box('feed gears', 4, 41, 22, 14),
    box('base', 66, 41, 30, 14),
  ],
  at: [
    [16, 32],
    [15, 55],
    [60, 34],
    [70, 34],
    [36, 41],
    [53, 22],
    [88, 55],
  ],
};
const hacksaw: DemoOutline = {
  boxes: [
    box('crank', 4, 12, 20, 24),
    box('bow', 24, 8, 62, 9),
    box('vice', 46, 26, 26, 10),
    box('base', 14, 40, 72, 16),
  ],
  at: [
    [4, 24],
    [24, 24],
    [30, 20],
    [60, 8],
    [78, 56],
  ],
};
const kneeMill: DemoOutline = {
  boxes: [
    box('column', 66, 6, 22, 50),
    box('head', 24, 4, 42, 12),
    box('table', 10, 28, 50, 8),
    box('knee', 34, 36, 32, 14),
  ],
  at: [
    [14, 28],
    [35, 36],
    [30, 16],
    [66, 44],
  ],
};
const surfaceGrinder: DemoOutline = {
  boxes: [
    box('column', 62, 4, 22, 28),
    box('wheel head', 34, 8, 28, 14),
    box('table', 6, 32, 84, 8),
    box('base', 12, 40, 72, 16),
  ],
  at: [
    [20, 40],
    [48, 8],
    [80, 56],
  ],
};

const kinds: readonly (readonly [RegExp, DemoOutline])[] = [
  [/^(RM|PO|PK)-C\d$/, belt],
  [/^BM-C1$/, clayBelt],
  [/^RM-B/, apronFeeder],
  [/^RM-E/, elevator],
  [/^BM-\d$/, ballMill],
  [/^BM-A/, slipAgitator],
  [/^KI-F1$/, motorFan],
  [/^(SD|PR|KI)-F/, beltFan],
  [/^P\d$/, tilePress],
  [/^GL/, glazingLine],
  [/^DR-/, liftDryer],
  [/^KI-D/, rollerDrive],
  [/^PO-\d$/, polishingLine],
  [/^PO-S1$/, squaringMachine],
  [/^SO-1$/, sortingConveyor],
  [/^SO-V/, vanePump],
  [/^PK-P/, palletizer],
  [/^CP-W[345]$/, endSuctionPump],
  [/^TR-L1$/, lathe],
  [/^TR-S1$/, hacksaw],
  [/^TR-M1$/, kneeMill],
  [/^TR-G1$/, surfaceGrinder],
];

/** The drawing of a machine by its code; undefined for one that nobody has drawn. */
export const outlineOf = (code: string): DemoOutline | undefined => kinds.find(([codes]) => codes.test(code))?.[1];
