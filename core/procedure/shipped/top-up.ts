import { caution, close, mustBe, open, procedure, putIn, say, wait } from '../build';
import { begin, cleanRound } from '../frame';

export const topUp = procedure({
  code: 'top-up',
  title: 'Top up to the mark',
  takes: ['can with what is in there', 'funnel with a strainer', 'cloth'],
  steps: [
    begin,
    mustBe(
      'right-state',
      'Is the machine in the state and posture that the mark is for? Else it is an observation only.',
    ),
    mustBe('oil-seen', 'Is oil to be seen? A machine that ran with none is not just filled.'),
    say('reason', 'Look for the reason before you pour: floor, seals, cooler, colour in the glass.'),
    say('same-oil', 'The can holds what the sump holds, also where another oil is assigned and its change not done.'),
    cleanRound('the filler'),
    caution('open-filler', 'Never over the mark: too much churns, heats and pushes seals out.'),
    open('filler', 'Filler', 'may', 'Take the filler cap off.'),
    putIn('fill', 'Pour half of what is missing.'),
    wait('run-down', 5, 'Let it run down, then read, then the rest.', 'oil on its way is not in the glass yet', {
      minutes: 10,
      when: 'thick or cold oil',
    }),
    close('filler', 'Filler cap on.'),
    say('write', 'Level before, litres, level after. No litres is a reading too.'),
  ],
});
