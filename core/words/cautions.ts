import type { MachineState } from './machine-states';

/**
 * Cautions that hold by what is done, in which state, at which kind of point, whoever wrote nothing. They stand before the
 * step, the point's own before them. Mark: H B where a line speaks of injury, else M C.
 */
type Step = {
  action: string;
  machineState: MachineState;
  kind: string;
  /** Whether the plant lets compressed air be used; nothing is said of it where this is left out. */
  airForCleaning?: boolean;
};

const turningKinds = [
  'rolling-bearing',
  'insert-bearing',
  'coupling',
  'chain',
  'open-gear',
  'rack',
  'screw',
  'ball-screw',
  'linear-guide',
  'needle-bed',
  'spindle',
  'slideway',
  'sleeve-bearing',
];
const turnedAnew = ['chain', 'open-gear', 'screw', 'ball-screw', 'linear-guide', 'slideway', 'rack'];
const handsOn = ['grease', 'film', 'clean', 'turn', 'retighten'];
const running: readonly MachineState[] = ['running-loaded', 'running-idle', 'any'];
const isolated: readonly MachineState[] = ['isolated', 'isolated-depressurised'];

const rules: readonly { when: (step: Step) => boolean; words: string }[] = [
  {
    // "Any state" may be a running one: nothing is promised that the words do not say.
    when: ({ action, machineState, kind }) =>
      handsOn.includes(action) && turningKinds.includes(kind) && running.includes(machineState),
    words: 'Parts turn: by a fixed fitting outside the closed guard, else stop and lock.',
  },
  {
    when: ({ action, machineState, kind }) =>
      ['film', 'grease'].includes(action) && turnedAnew.includes(kind) && isolated.includes(machineState),
    words:
      'To reach the dry side: hands, tools and people out, guards on, own lock off, the operator turns it; lock again before hands go back.',
  },
  {
    when: ({ action, machineState }) => handsOn.includes(action) && machineState === 'stopped-powered',
    words:
      'Stopped is not locked: it may start by itself. Lock it before fingers go between parts; prop what hangs above.',
  },
  {
    when: ({ kind }) => kind === 'valve-stem',
    words: 'The medium stands behind the stem, hot or under pressure: never loosen the gland for it.',
  },
  {
    when: ({ action }) => action === 'oil-change',
    words: 'Hot oil scalds: open below 60 °C, the filler or vent first, then the drain.',
  },
  {
    when: ({ kind, action }) => kind === 'semi-fluid-gear' && action === 'grease',
    words: 'Open the upper vent before anything is pumped in from below: otherwise the seals blow.',
  },
  {
    when: ({ action, kind }) => action === 'grease' && kind !== 'grease-cup',
    words: 'No finger at the nozzle; a jet under the skin: hospital at once.',
  },
  {
    when: ({ action, kind }) => action === 'grease' && kind === 'grease-cup',
    words: 'What it greases turns beside it: hands at the cap only, else stop and lock.',
  },
  {
    when: ({ kind }) => kind === 'hydraulic-set',
    words:
      'Pressure stays where no pump runs: loads down or propped, accumulators drained, gauge at zero and still zero a minute later. A jet under the skin: hospital at once, even if painless.',
  },
  {
    when: ({ kind, action }) => kind === 'compressor' && action !== 'check',
    words:
      'Vented, gauge at zero and some minutes waited: foam holds pressure. Crack the plug one turn; hiss means stop.',
  },
  {
    when: ({ kind }) => kind === 'seal-flush-pot',
    words: 'Never relieve the pot while the pump runs.',
  },
  {
    when: ({ kind, action }) => kind === 'pneumatic-lubricator' && action !== 'check',
    words: 'Shut the air off and vent the line before the bowl is opened.',
  },
  {
    when: ({ kind }) => kind === 'coolant-sump',
    words: 'Skin: gloves and goggles while nothing turns, and the plant’s skin plan.',
  },
  {
    when: ({ action, airForCleaning }) => action === 'clean' && airForCleaning === false,
    words: 'Brush and vacuum; no compressed air, it drives dirt into bearings and ways.',
  },
  {
    when: ({ action, airForCleaning }) => action === 'clean' && airForCleaning === true,
    words: 'Compressed air is let be used here: never towards a seal, a bearing or a person, and with eyes covered.',
  },
];

/**
 * The default cautions of a step.
 * @example defaultCautions({ action: 'oil-change', machineState: 'isolated', kind: 'gear-case' }).length // 1
 */
export const defaultCautions = (step: Step): string[] =>
  rules.filter(({ when }) => when(step)).map(({ words }) => words);

/**
 * All that is to be known before a step: what its point says, then what goes for every such step.
 * @param own the point's own cautions
 */
export const cautionsBefore = (step: Step, own: string): string =>
  [own, ...defaultCautions(step)].filter(Boolean).join(' ');
