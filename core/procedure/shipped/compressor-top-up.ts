import { answered, again, caution, clear, close, open, procedure, putIn, reach, say, wait } from '../build';
import { begin, cleanRound } from '../frame';

export const compressorTopUp = procedure({
  code: 'compressor-top-up',
  version: 2,
  title: 'Top up a screw compressor',
  source: 'Practice of the trade (M B)',
  takes: ['the fluid that is in there: PAG, ester and mineral never meet', 'funnel', 'spanner for the filler plug'],
  steps: [
    begin,
    say('unload', 'Let it run unloaded, then stop it.'),
    caution('isolate', 'Foam holds pressure, and the gauge’s port may be blocked: zero on the gauge is not enough.'),
    reach(
      'isolate',
      'isolated-depressurised',
      'Locked and tagged, discharge valve shut, separator vented, gauge at zero.',
    ),
    answered(
      'It is shut',
      open('discharge', 'Discharge valve shut', 'never', 'The discharge valve stays shut until the end.'),
    ),
    wait('vent', 5, 'Wait with the vent open.', 'foam gives its pressure back slowly'),
    cleanRound('the filler plug'),
    caution('open-filler', 'Crack it one turn and wait. A hiss: stop, back in, vent again.'),
    open('filler', 'Filler plug', 'never', 'Take the filler plug out.'),
    putIn('fill', 'Half of what is missing.'),
    close('filler', 'Filler plug in with its seal.'),
    answered('It is open again', close('discharge', 'Discharge valve open again.')),
    clear('clear'),
    caution('run', 'Nobody at the filler.'),
    reach('run', 'running-loaded', 'The operator runs it warm and loaded.'),
    wait('warm', 10, 'Until it is warm.', 'its level is right only loaded and warm'),
    again('level', 'Does the level stand where the maker wants it, in his state?', 'unload'),
    say('often', 'A second top-up within three looks means something: carry-over, scavenge line, separator.'),
  ],
});
