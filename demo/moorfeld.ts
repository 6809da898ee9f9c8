import type { LookName } from '@/core/words/looks';
import type { MachineState } from '@/core/words/machine-states';
import type { PointKind } from '@/core/register/point-kinds';
import type { Role } from '@/core/people/rights';
import type { TaskAction, Who } from '@/core/words/task-words';
import { type EventName } from '@/core/words/events';

/**
 * Moorfeld Tileworks as compact source data. Everything here is made up: the plant, its people, machines and house
 * codes. The machines are in `machines.ts`; `register.ts` and `history.ts` turn all of it into rows and a year of history.
 */

export const plant = { name: 'Moorfeld Tileworks', timeZone: 'Europe/Vienna', dayStartsAtMinutes: 360 };

/** When the technicians work: two shifts, the kiln alone runs through the night. */
export const shifts = [
  { name: 'Early', from: 360, to: 840, people: 2, breaks: [{ from: 570, to: 600 }] },
  { name: 'Late', from: 840, to: 1320, people: 1, breaks: [{ from: 1080, to: 1110 }] },
];

/** What every route sheet of the works says at its head. */
export const sheetNote =
  'Control room, day and night: 4 17. Safety shoes, glasses, nitrile gloves; hearing protection in mill and press hall. Spill kits at both ends of each hall. Hot work and tanks: only with a permit of the shift foreman.';

export const people: { initials: string; name: string; role: string; roles: Role[]; mayDo: Who[] | null }[] = [
  { initials: 'HB', name: 'Hanna Brückl', role: 'technician', roles: ['technician', 'planner'], mayDo: ['operator', 'technician', 'mechanic'] },
  { initials: 'TO', name: 'Tomasz Oberleitner', role: 'technician', roles: ['technician'], mayDo: ['operator', 'technician'] },
  { initials: 'MS', name: 'Mirela Stöger', role: 'planner', roles: ['planner', 'administrator'], mayDo: null },
  { initials: 'JK', name: 'Jonas Kreil', role: 'apprentice', roles: ['technician'], mayDo: ['operator'] },
];

export const areas = [
  { code: 'RM', name: 'Raw material store', coldestC: -15, warmestC: 38 },
  { code: 'BM', name: 'Clay yard and ball mills', coldestC: -15, warmestC: 40 },
  { code: 'SD', name: 'Spray dryer', coldestC: 5, warmestC: 45 },
  { code: 'PR', name: 'Press hall', coldestC: 12, warmestC: 38 },
  { code: 'GL', name: 'Glazing lines', coldestC: 12, warmestC: 34 },
  { code: 'DR', name: 'Tile dryers', coldestC: 15, warmestC: 48 },
  { code: 'KI', name: 'Roller kiln', coldestC: 15, warmestC: 48 },
  { code: 'PO', name: 'Rectifying and polishing', coldestC: 12, warmestC: 34 },
  { code: 'SO', name: 'Sorting line', coldestC: 12, warmestC: 34 },
  { code: 'PK', name: 'Packing and pallets', coldestC: 5, warmestC: 34 },
  { code: 'CP', name: 'Compressor and pump house', coldestC: 5, warmestC: 40 },
  { code: 'TR', name: 'Toolroom', coldestC: 15, warmestC: 30 },
];

/** Routes: which tasks by machine prefix and action, walked on which weekday (1 Monday), every so many weeks. */
export const routes: { code: string; name: string; areas: string[]; actions: TaskAction[]; weekday: number; everyWeeks: number; by: string }[] = [
  { code: 'R-MILLS', name: 'Mills and yard, greasing', areas: ['BM'], actions: ['grease', 'top-up', 'film', 'check'], weekday: 2, everyWeeks: 1, by: 'HB' },
  { code: 'R-DRYER', name: 'Dryer fans and pump', areas: ['SD'], actions: ['grease', 'top-up', 'check', 'film'], weekday: 3, everyWeeks: 1, by: 'TO' },
  { code: 'R-PRESS', name: 'Press hall levels and chains', areas: ['PR'], actions: ['top-up', 'film', 'grease', 'check', 'clean', 'retighten', 'turn'], weekday: 1, everyWeeks: 1, by: 'HB' },
  { code: 'R-RAW', name: 'Raw material store', areas: ['RM'], actions: ['grease', 'top-up', 'film', 'check', 'retighten'], weekday: 1, everyWeeks: 1, by: 'TO' },
  { code: 'R-LINE', name: 'Glazing lines and dryers', areas: ['GL', 'DR'], actions: ['grease', 'film', 'top-up', 'check'], weekday: 4, everyWeeks: 1, by: 'TO' },
  { code: 'R-KILN', name: 'Kiln, hot side and drives', areas: ['KI'], actions: ['grease', 'film', 'top-up', 'check'], weekday: 3, everyWeeks: 1, by: 'HB' },
  { code: 'R-FINISH', name: 'Polishing, sorting, packing', areas: ['PO', 'SO', 'PK'], actions: ['grease', 'film', 'top-up', 'check', 'turn', 'retighten'], weekday: 5, everyWeeks: 1, by: 'HB' },
  { code: 'R-PUMP', name: 'Compressor and pump house', areas: ['CP'], actions: ['grease', 'top-up', 'check', 'film', 'drain'], weekday: 2, everyWeeks: 1, by: 'TO' },
  { code: 'R-TOOL', name: 'Toolroom', areas: ['TR'], actions: ['top-up', 'film', 'check', 'grease'], weekday: 5, everyWeeks: 1, by: 'JK' },
  { code: 'R-OIL', name: 'Oil changes', areas: ['RM', 'BM', 'SD', 'PR', 'GL', 'DR', 'KI', 'PO', 'SO', 'PK', 'CP', 'TR'], actions: ['oil-change'], weekday: 6, everyWeeks: 2, by: 'HB' },
];

/** Holidays and shutdowns by month and day; the year follows from the day the plant is loaded. */
export const closures = [
  { name: 'Winter shutdown', from: '12-24', to: '01-06' },
  { name: 'Summer shutdown', from: '08-03', to: '08-16' },
];

/** Sets of tasks for kinds of points. Those of the first hours apply themselves when a unit is commissioned. */
export const templates: { name: string; pointKind: PointKind | 'any'; firstHours: boolean; tasks: { action: TaskAction; title: string; when: string; minutes: number; state: MachineState; events?: EventName[]; looks?: LookName[] }[] }[] = [
  { name: 'First hours of a gear unit', pointKind: 'gear-case', firstHours: true, tasks: [{ action: 'check', title: 'Level and leaks, first days', when: '7 × daily', minutes: 2, state: 'stopped-powered', looks: ['oil', 'leak'] }, { action: 'retighten', title: 'Foot and cover bolts, coupling', when: '1 × 8 h; 1 × 50 h; then yearly', minutes: 15, state: 'isolated' }] },
  { name: 'First hours of a worm unit', pointKind: 'worm-unit', firstHours: true, tasks: [{ action: 'check', title: 'Level, warmth and leaks, first days', when: '7 × daily', minutes: 2, state: 'stopped-powered' }, { action: 'retighten', title: 'Foot bolts, chain or belt tension', when: '1 × 8 h; 1 × 50 h; then yearly', minutes: 15, state: 'isolated' }] },
  { name: 'Bearing watch', pointKind: 'rolling-bearing', firstHours: false, tasks: [{ action: 'check', title: 'Listen, measure the housing temperature', when: 'monthly', minutes: 2, state: 'running-loaded' }] },
  { name: 'Gear case, quarter and year', pointKind: 'gear-case', firstHours: false, tasks: [{ action: 'check', title: 'Breather, leaks, bolts', when: 'quarterly', minutes: 5, state: 'stopped-powered', looks: ['breather', 'leak', 'marks'] }, { action: 'top-up', title: 'Check level, top up', when: 'weekly', minutes: 3, state: 'stopped-powered' }] },
];

/** Points whose last service nobody remembers. */
export const forgotten = ['TR-D1', 'GL3-01'];
/** Points that have been passed over and are overdue. */
export const neglected = ['SD-F2', 'BM-C1'];
