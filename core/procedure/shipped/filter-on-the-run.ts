import { caution, close, look, mustBe, open, procedure, read, say, wait } from '../build';
import { begin, cleanRound, finish } from '../frame';

export const filterOnTheRun = procedure({
  code: 'filter-on-the-run',
  version: 2,
  title: 'Filter element through its by-pass, on the run',
  source: 'Practice of the trade (M B/C)',
  takes: ['element of the right fineness', 'O-ring', 'pan', 'seal for the by-pass'],
  steps: [
    begin,
    mustBe('may', 'May this system run unfiltered? Servo valves and turbines may not.'),
    read('dp', 'pressure-drop', 'bar', 'Read the difference warm, 40 °C or more: cold oil reads high.'),
    caution('open-bypass', 'Unfiltered oil from now on: thirty minutes at most, somebody watches the pressure.'),
    open(
      'bypass',
      'By-pass of the filter',
      'supervised',
      'Open the by-pass slowly, watch the pressure: a tenth less, and back.',
      30,
    ),
    say('shut', 'Inlet shut, then outlet.'),
    caution('zero', 'Vent it to zero and watch two minutes: if it rises, a valve leaks. Stop, do not open.'),
    wait('zero', 2, 'Watch the gauge of the housing.', 'a valve that leaks fills it again'),
    cleanRound('the bowl'),
    open('housing', 'Filter housing', 'may', 'Open the housing, drain it.'),
    look('pleats', 'filter', 'Look between the pleats: metal, varnish, a burst seam.'),
    say('element', 'The right element, O-ring wetted.'),
    close('housing', 'Housing on, with its torque.'),
    say('back', 'Outlet open, inlet slowly, bleed until solid oil comes.'),
    close('bypass', 'By-pass shut, and sealed.'),
    read(
      'dp-new',
      'pressure-drop',
      'bar',
      'Difference of the new element: near nothing means the by-pass is still open.',
      'Pressure drop, new element',
    ),
    finish,
  ],
});
