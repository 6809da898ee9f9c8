import { caution, close, mustBe, open, procedure, putIn, say, takeOut, wait } from '../build';
import { cleanRound, finish, isolate, oilLook, runBetween, settleAndRead } from '../frame';

/** A drain over night is one task in two visits: what the first leaves open, the second closes. */
export const overnightDrain = procedure({
  code: 'overnight-drain',
  version: 2,
  title: 'Overnight drain, first visit',
  source: 'Practice of the trade (M C)',
  takes: ['pan that holds 1.2 times what comes out', 'cloth guard for the filler', 'tag and lock'],
  handsOver: ['filler', 'drain'],
  followedBy: 'overnight-drain-end',
  steps: [
    mustBe('place', 'No frost, no rain, nothing of the product below, and no start from elsewhere?'),
    isolate(),
    caution('open-filler', 'Hot oil scalds: 60 °C or less, the vent first.'),
    open('filler', 'Filler, under a cloth guard', 'never', 'Open the filler, tie the cloth guard over it.'),
    cleanRound('the drain plug'),
    caution('open-drain', 'Not over a way that people walk.'),
    open('drain', 'Drain plug', 'never', 'Take the drain plug out, pan below.'),
    say('lock-stays', 'Lock and tag stay on, by name, or are handed over.'),
  ],
});

export const overnightDrainEnd = procedure({
  code: 'overnight-drain-end',
  title: 'Overnight drain, second visit',
  source: 'Practice of the trade (M C)',
  takes: ['seal for the plug', 'torque wrench', 'oil for the filling'],
  takesOver: [
    { thing: 'filler', name: 'Filler, under a cloth guard', runs: 'never' },
    { thing: 'drain', name: 'Drain plug', runs: 'never' },
  ],
  steps: [
    isolate(),
    say('still-so', 'Lock and tag still on, drain and filler open as they were left.'),
    takeOut('drained', 'Litres that came out, beside what the book says.'),
    oilLook,
    close('drain', 'New seal, drain plug in, with its torque.'),
    putIn('fill', 'To the mark, through the filter.'),
    close('filler', 'Cloth guard off and counted, filler on.'),
    runBetween('first', 'Run unloaded.', 5, 'bearings and channels fill'),
    settleAndRead('isolate'),
    finish,
  ],
});

export const drainWater = procedure({
  code: 'drain-water',
  title: 'Drain a trap until only oil comes',
  source: 'Practice of the trade (M C)',
  takes: ['cup', 'cloth', 'cap for the cock'],
  steps: [
    caution('open-cock', 'Under pressure a crack only: nobody before the jet.'),
    open('cock', 'Drain cock', 'supervised', 'Open the cock a little, stay with it.', 10),
    takeOut('water', 'Water that came out, until only oil comes.'),
    wait('clear', 2, 'Watch it for two minutes.', 'water comes in plugs'),
    close('cock', 'Cock shut and capped.'),
    say('source', 'More than last time is a finding: where does it come from?'),
  ],
});

export const cleanBeforeOpening = procedure({
  code: 'clean-before-opening',
  title: 'Clean before anything is opened',
  source: 'Practice of the trade (H B)',
  takes: ['brush', 'cloth without lint', 'vacuum'],
  steps: [
    isolate(),
    say('no-air', 'Brush and vacuum. Never an air jet towards a seal, a bearing or a person.'),
    say('solvent', 'A solvent only where the seals stand it and the site allows it.'),
    say('dry', 'Dry, and look: where was the dirt stuck? That is where it leaks.'),
    say('out', 'Tools and cloths out, guards on, own lock off.'),
  ],
});
