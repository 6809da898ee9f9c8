import { answered, caution, close, look, mustBe, open, procedure, putIn, say } from '../build';

export const singlePointExchange = procedure({
  code: 'single-point-exchange',
  version: 2,
  title: 'Exchange a single-point lubricator',
  source: 'Practice of the trade (H C)',
  takes: ['new device with the same grease', 'gun with the same grease', 'label'],
  steps: [
    look('moved', 'lubricator', 'Has it given what it should since it was set, within a quarter?'),
    caution('open-line', 'Do not open and do not burn the old one: it is under gas or a spring.'),
    answered('It is off', open('line', 'Line without its lubricator', 'may', 'Screw the old one off.')),
    mustBe('line-free', 'Does the line take a few hand strokes? If not, it is blocked: clean or renew it.'),
    say('prime', 'Line and new device filled with the same grease, no air.'),
    putIn('new', 'Screw the new one on by hand.'),
    answered('It is on', close('line', 'The line has its lubricator again.')),
    say('set', 'Set the days, start it. Twice the need is too much: shown where it is set.'),
    say('label', 'Label with start and end.'),
  ],
});
