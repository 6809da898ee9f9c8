import { caution, clear, close, look, open, procedure, reach, read, say, wait } from '../build';
import { begin, cleanRound, countIn, countOut, finish, isolate } from '../frame';

export const filterStopped = procedure({
  code: 'filter-stopped',
  version: 2,
  title: 'Filter element, machine stopped',
  source: 'Practice of the trade (M B/C)',
  takes: ['element of the right fineness', 'O-ring', 'pan'],
  steps: [
    begin,
    read('dp', 'pressure-drop', 'bar', 'Read the difference warm, 40 °C or more: cold oil reads high.'),
    isolate(),
    cleanRound('the bowl'),
    countOut,
    caution('open-housing', 'Vent it to zero, and see it stay at zero.'),
    open('housing', 'Filter housing', 'never', 'Open the housing, drain it.'),
    look('pleats', 'filter', 'Look between the pleats: metal, varnish, a burst seam.'),
    say('element', 'The right element, O-ring wetted, bypass spring and seat clean.'),
    countIn,
    close('housing', 'Housing on, with its torque.'),
    clear('clear'),
    caution('run', 'Stand aside of the bowl.'),
    reach('run', 'running-idle', 'Run it, bleed the housing.'),
    wait('bleed', 5, 'Bleed until solid oil comes.', 'air in the housing goes to the bearing next'),
    read(
      'dp-new',
      'pressure-drop',
      'bar',
      'Difference of the new element, warm: 0.1 to 0.4 bar is clean.',
      'Pressure drop, new element',
    ),
    finish,
  ],
});
