import { caution, clear, look, procedure, putIn, reach, read, say } from '../build';
import { isolate } from '../frame';

export const openGearFilm = procedure({
  code: 'open-gear-film',
  title: 'Renew the film of an open gear',
  source: 'Practice of the trade (M B)',
  people: 2,
  takes: ['brush with a long handle', 'film lubricant', 'infrared thermometer'],
  steps: [
    read(
      'across',
      'difference',
      'K',
      'While it runs: the pinion with infrared, end to end. 5 K is good, 10 plan, 15 act.',
    ),
    isolate(),
    say('rest', 'The drum at its lowest point, brake on, blocked: it cannot roll back.'),
    look('flanks', 'enough', 'Flanks: dry, pitted, flow, root packed? Contact over 80 % of the width?'),
    caution('give', 'Solvent types: air through, no spark, wait until it is dull. Nobody before a spray nozzle.'),
    putIn('give', 'A film on what can be reached, no more.'),
    clear('turn-clear'),
    caution('turn', 'By the operator, nobody near the teeth.'),
    reach('turn', 'running-idle', 'Turn it on to the dry sector.'),
    isolate('lock-again'),
    say('rest-again', 'Blocked as before, then the dry sector.'),
    look('pattern', 'enough', 'Unbroken and dark, nothing thrown off, no nozzle blocked?'),
    say('out', 'Tools and cloths out, guards on, own lock off.'),
  ],
});
