import { caution, close, look, mustBe, open, procedure, read, say, wait } from '../build';
import { begin, cleanRound, finish } from '../frame';

export const filterDuplex = procedure({
  code: 'filter-duplex',
  version: 2,
  title: 'Filter element of a double filter, on the run',
  source: 'Practice of the trade (M B/C)',
  takes: ['element of the right fineness', 'O-ring', 'pan'],
  steps: [
    begin,
    read('dp', 'pressure-drop', 'bar', 'Read the difference warm, 40 °C or more.'),
    open(
      'equaliser',
      'Equalising valve',
      'may',
      'Crack the equalising valve, bleed the housing that stands by until solid oil comes.',
    ),
    caution('swing', 'Watch the pressure: a tenth less, and swing back.'),
    say('swing', 'Swing over to the other housing.'),
    close('equaliser', 'Equalising valve shut.'),
    wait('zero', 2, 'Vent the dirty side to zero and watch it.', 'where it rises, the changeover leaks'),
    mustBe('stays', 'Did it stay at zero for two minutes?'),
    cleanRound('the bowl'),
    open('housing', 'Housing of the dirty side', 'may', 'Drain it and open it.'),
    look('pleats', 'filter', 'Look between the pleats: metal, varnish, a burst seam.'),
    close('housing', 'The right element, O-ring wetted, housing on.'),
    open('refill', 'Equalising valve', 'may', 'Fill it slowly by the equalising valve, bleed it, look for leaks.'),
    close('refill', 'Equalising valve shut.'),
    finish,
  ],
});
