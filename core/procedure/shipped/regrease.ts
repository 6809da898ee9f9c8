import { caution, mustBe, procedure, putIn, say } from '../build';

export const regreaseRunning = procedure({
  code: 'regrease-running',
  title: 'Regrease through a fixed fitting, running',
  source: 'Practice of the trade (M C)',
  takes: ['the gun with this grease', 'clean cloth'],
  steps: [
    mustBe('fixed', 'Does the fitting sit outside the closed guard, so that hands are at it only?'),
    say('wipe', 'Wipe the fitting and the coupler. The first half stroke goes into the cloth.'),
    caution(
      'give',
      'No finger at the nozzle; a jet under the skin: hospital at once. Nothing loose near turning parts.',
    ),
    putIn('give', 'One slow stroke every two or three seconds. Sudden resistance: stop. Enough is the count.'),
    say(
      'after',
      'Wipe. Warmer by 15 to 20 K for some hours is usual; over 25 K, or still climbing after two: too much.',
    ),
  ],
});

export const regreaseStopped = procedure({
  code: 'regrease-stopped',
  title: 'Regrease, machine locked',
  source: 'Practice of the trade (M C)',
  takes: ['the gun with this grease', 'clean cloth'],
  steps: [
    say('locked', 'The machine is isolated by the site’s rules, own lock on.'),
    say('wipe', 'Wipe the fitting and the coupler. The first half stroke goes into the cloth.'),
    caution('give', 'No finger at the nozzle; a jet under the skin: hospital at once. Lip seals let go at 1 to 3 bar.'),
    putIn('give', 'One slow stroke every two or three seconds. Sudden resistance: stop. Enough is the count.'),
    say('out', 'Hands, tools and cloths out, guards on, own lock off.'),
  ],
});
