import { caution, clear, look, procedure, putIn, reach, read, say, wait } from '../build';
import { isolate } from '../frame';

export const chainOil = procedure({
  code: 'chain-oil',
  title: 'Oil a chain',
  source: 'Practice of the trade (M B/C)',
  takes: ['brush and oil', 'rule', 'cloth'],
  steps: [
    isolate(),
    say('load', 'The load is secured: nothing hangs on the chain.'),
    read('slack', 'slack', 'mm', 'Slack in the middle: about 2 % of the span, upright 1 %.'),
    say('clean', 'Brush it clean, no steam.'),
    caution('give', 'Never a brush or a can at a moving chain.'),
    putIn('give', 'On the upper edges of the plates, on the slack side.'),
    clear('turn-clear'),
    caution('turn', 'The operator turns it, nobody reaches in.'),
    reach('turn', 'running-idle', 'Half a turn, so that the dry side comes up.'),
    isolate('lock-again'),
    say('other-side', 'The dry side as well.'),
    wait('creep', 15, 'Let the oil creep in.', 'the joints need it, not the plates'),
    look('enough', 'enough', 'Wipe it: an unbroken film, nothing drips.'),
    say('out', 'Tools and cloths out, guards on, own lock off.'),
  ],
});
