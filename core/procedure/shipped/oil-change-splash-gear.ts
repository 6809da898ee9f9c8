import { caution, close, look, mustBe, onlyIf, open, procedure, putIn, putInFlush, say, takeOut, wait } from '../build';
import { begin, cleanRound, finish, isolate, nextDay, oilLook, runBetween, settleAndRead } from '../frame';

export const oilChangeSplashGear = procedure({
  code: 'oil-change-splash-gear',
  version: 2,
  title: 'Oil change of a splash-lubricated gear case',
  source: 'Practice of the trade (H/M C)',
  takes: [
    'pan that holds 1.2 times what comes out',
    'oil for the filling, and for a flush',
    'filter cart or funnel with a strainer',
    'new seal for the plug',
    'socket for the plugs, torque wrench',
  ],
  steps: [
    begin,
    mustBe('stock', 'Is there oil for the filling and for a flush, and a seal for the plug?'),
    say('warm', 'Run it warm, 40 to 50 °C: warm oil takes the dirt along. A sample, where one is due, is drawn now.'),
    isolate(),
    caution('open-filler', 'Hot oil scalds: open at 60 °C or less. Vent and filler first, drain second.'),
    open('filler', 'Filler', 'never', 'Open the filler and the vent.'),
    cleanRound('the drain plug'),
    caution('open-drain', 'The pan stands and holds it all. Stand beside the jet, not in front of it.'),
    open('drain', 'Drain plug', 'never', 'Take the drain plug out.'),
    wait('drain', 20, 'Let it drain.', 'what clings to the walls carries the dirt', {
      minutes: 60,
      when: 'VG 460 and thicker, or oil below 30 °C',
    }),
    takeOut('drained', 'Litres that came out: under 90 % of the book, oil went unseen; over 105 %, water or too much.'),
    oilLook,
    look('magnet', 'magnet', 'Look at the magnet. Needles, flakes or chips: keep them, and do not fill for service.'),
    say('clean-parts', 'Clean magnet, breather and glass.'),
    onlyIf('flush', 'Another base oil or additives, water over 0.2 %, sludge or debris: does it need a flush?', [
      close('drain', 'Drain plug in for the flush.'),
      putInFlush('fill', 'Flushing oil of the same type and thinner, to the low mark.'),
      close('filler', 'Filler on for the flush.'),
      ...runBetween('run', 'Run unloaded with the flushing oil.', 15, 'the dirt has to come loose'),
      open('filler', 'Filler', 'never', 'Open the filler and the vent again.'),
      open('drain', 'Drain plug', 'never', 'Drain the flush hot. Look at it: does it still bring dirt?'),
      wait('drain', 20, 'Let the flush drain.', 'what stays in thins the new oil'),
    ]),
    close('drain', 'New seal, drain plug in, with its torque.'),
    putIn(
      'fill',
      'Through the filter to about 95 % of what this position holds. Wait 5 to 10 minutes, then to the mark.',
    ),
    close('filler', 'Filler on, breather on.'),
    runBetween('first', 'Run unloaded.', 5, 'bearings and channels fill'),
    settleAndRead('isolate'),
    finish,
    nextDay,
  ],
});
