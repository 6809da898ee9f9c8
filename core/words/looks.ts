import type { FindingWhat } from './findings';
import type { Grade } from './sign-row';

/** What an answer shows: a sign, how much of it there is, and what a sample did that was left to stand. */
export type LookSign = { what: FindingWhat; grade?: Grade; standing?: 'clears' | 'stays' };
export type LookAnswer = { words: string; sign?: LookSign };
export type Look = { words: string; answers: Readonly<Record<string, LookAnswer>> };

/**
 * What a technician looks at, with the answers that there are: the first is as it should be, each other one is a sign of the
 * table and becomes a finding. Conventions of the trade (M C); drip rates and magnet scores are those of the table of signs.
 */
export const looks = {
  oil: {
    words: 'Oil in the glass',
    answers: {
      clear: { words: 'clear, like new' },
      dark: { words: 'dark, no smell', sign: { what: 'dark', grade: 'no-smell' } },
      burnt: { words: 'dark, smells burnt', sign: { what: 'dark', grade: 'burnt' } },
      'milky-clears': {
        words: 'milky, a sample cleared from below within minutes',
        sign: { what: 'milky', standing: 'clears' },
      },
      'milky-stays': {
        words: 'milky, a sample stayed cloudy for an hour',
        sign: { what: 'milky', standing: 'stays' },
      },
      milky: { words: 'milky, no sample has stood yet', sign: { what: 'milky' } },
      foamy: { words: 'foam that stays', sign: { what: 'foamy' } },
      gritty: { words: 'gritty', sign: { what: 'gritty' } },
      particles: { words: 'particles or flakes', sign: { what: 'particles' } },
      sludge: { words: 'sludge', sign: { what: 'sludge' } },
      none: { words: 'none to be seen', sign: { what: 'no-oil' } },
    },
  },
  leak: {
    words: 'Leaks',
    answers: {
      dry: { words: 'dry, clean' },
      'drip-1': { words: 'up to one drop a minute, or dirt sticks', sign: { what: 'leak', grade: 'drip-1' } },
      'drip-10': { words: 'one to ten drops a minute', sign: { what: 'leak', grade: 'drip-10' } },
      'over-10': { words: 'more than ten drops a minute', sign: { what: 'leak', grade: 'over-10' } },
      jet: { words: 'sprays, or a hose sweats', sign: { what: 'jet' } },
    },
  },
  'seal-grease': {
    words: 'Grease at the seal',
    answers: {
      collar: { words: 'a thin clean collar, or none' },
      thrown: { words: 'thrown out', sign: { what: 'grease-thrown' } },
      hard: { words: 'hard, bled or black', sign: { what: 'grease-hard' } },
      milky: { words: 'milky', sign: { what: 'grease-milky' } },
    },
  },
  magnet: {
    words: 'Magnet',
    answers: {
      clean: { words: '0 or 1: nothing, or thin paste' },
      paste: { words: '2: thick paste', sign: { what: 'magnet', grade: '2' } },
      needles: { words: '3: needles up to 1 mm', sign: { what: 'magnet', grade: '3' } },
      chips: { words: '4: longer needles, chips or flakes', sign: { what: 'magnet', grade: '4' } },
    },
  },
  filter: {
    words: 'Filter pleats',
    answers: {
      even: { words: 'even, no metal' },
      metal: { words: 'metal between the pleats', sign: { what: 'particles' } },
      varnish: { words: 'sticky or brown', sign: { what: 'sludge' } },
      burst: { words: 'burst or collapsed', sign: { what: 'dp-zero' } },
    },
  },
  breather: {
    words: 'Breather',
    answers: {
      free: { words: 'free and dry' },
      blocked: { words: 'blocked, wet or spent', sign: { what: 'breather-blocked' } },
      missing: { words: 'missing', sign: { what: 'cover-missing' } },
    },
  },
  ring: {
    words: 'Oil ring',
    answers: {
      turns: { words: 'turns evenly and brings oil' },
      still: { words: 'stands still, or hangs', sign: { what: 'no-flow' } },
    },
  },
  flow: {
    words: 'Oil arrives',
    answers: {
      steady: { words: 'steadily' },
      none: { words: 'not, or in bubbles', sign: { what: 'no-flow' } },
    },
  },
  lubricator: {
    words: 'Lubricator',
    answers: {
      moved: { words: 'has moved since the last look' },
      still: { words: 'has not moved', sign: { what: 'lubricator-still' } },
    },
  },
  marks: {
    words: 'Witness marks',
    answers: {
      'in-line': { words: 'in line' },
      moved: { words: 'one has moved', sign: { what: 'bolt-moved' } },
    },
  },
  guards: {
    words: 'Guards and covers',
    answers: {
      on: { words: 'all on' },
      cover: { words: 'a cap, plug or cover is missing', sign: { what: 'cover-missing' } },
      guard: { words: 'a guard is missing', sign: { what: 'guard-missing' } },
    },
  },
  coolant: {
    words: 'Coolant in the tank',
    answers: {
      clean: { words: 'clean, no film on it, smells fresh' },
      tramp: { words: 'oil floats on it', sign: { what: 'tramp-oil' } },
      slime: { words: 'slime, or it smells', sign: { what: 'coolant-foul' } },
      split: { words: 'in layers', sign: { what: 'coolant-foul', grade: 'split' } },
    },
  },
  air: {
    words: 'Water in the air',
    answers: {
      dry: { words: 'none in the bowl' },
      some: { words: 'some, drained', sign: { what: 'air-wet' } },
      much: { words: 'the bowl was full', sign: { what: 'air-wet', grade: 'much' } },
    },
  },
  enough: {
    words: 'Enough',
    answers: {
      enough: { words: 'enough, as it should look' },
      'not-reached': { words: 'not reached', sign: { what: 'no-flow' } },
      'too-much': { words: 'too much', sign: { what: 'too-much' } },
    },
  },
} as const satisfies Readonly<Record<string, Look>>;
export type LookName = keyof typeof looks;
export const lookNames = Object.keys(looks) as [LookName, ...LookName[]];
export const lookWords = Object.fromEntries(lookNames.map((name) => [name, looks[name].words])) as Record<
  LookName,
  string
>;

/** The look and its answer that an entry names in words; undefined where it names another. */
export function lookAnswer(what: string, seen: string): { look: Look; answer: LookAnswer } | undefined {
  const look: Look | undefined = Object.values(looks).find(({ words }) => words === what);
  const answer = look && Object.values(look.answers).find(({ words }) => words === seen);
  return look && answer ? { look, answer } : undefined;
}
