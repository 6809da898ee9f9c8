import { caution, close, look, mustBe, open, procedure, putIn, say, takeOut, wait } from '../build';
import { begin, cleanRound, finish, isolate, nextDay, oilLook, runBetween, settleAndRead } from '../frame';

export const oilChangeWormUnit = procedure({
  code: 'oil-change-worm-unit',
  title: 'Oil change of a worm unit',
  source: 'Practice of the trade (M B/C)',
  takes: [
    'pan that holds 1.2 times what comes out',
    'oil for the filling; PAG has cans, funnel and pump of its own',
    'new seal for the plug',
    'socket for the plugs, torque wrench',
  ],
  steps: [
    begin,
    mustBe('bronze', 'The wheel is bronze: is the new oil free of active sulphur and chlorine?'),
    mustBe(
      'same-base',
      'Is it the base that is in there? PAG and mineral never meet; another make is the supplier’s word.',
    ),
    say('position', 'Which litres and which plugs is said by the mounting position, not by the size alone.'),
    isolate(),
    caution('open-filler', 'A worm unit runs hot, 80 °C and more: open at 60 °C or less, the vent first.'),
    open('filler', 'Filler', 'never', 'Open the filler and the vent of this position.'),
    cleanRound('the drain plug'),
    open('drain', 'Drain plug', 'never', 'Take the drain plug of this position out.'),
    wait('drain', 30, 'Let it drain.', 'thick oil clings, and it carries the bronze', {
      minutes: 60,
      when: 'VG 460 and thicker, or oil below 30 °C',
    }),
    takeOut('drained', 'Litres that came out, beside what the book says.'),
    oilLook,
    look(
      'magnet',
      'magnet',
      'Look for bronze: a haze in the first 300 h is run-in, flitter later is not, flakes stop it.',
    ),
    close('drain', 'New seal, drain plug in, with its torque.'),
    putIn('fill', 'Fill to the level plug or glass of this position.'),
    close('filler', 'Filler on. The transport plug is replaced by the breather.'),
    runBetween('first', 'Run unloaded.', 10, 'the upper bearing fills last'),
    settleAndRead('isolate'),
    finish,
    nextDay,
  ],
});
