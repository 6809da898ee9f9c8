import { answered, caution, close, look, mustBe, open, procedure, putIn, read, say } from '../build';

export const ringOiler = procedure({
  code: 'ring-oiler',
  title: 'Ring-oiled bearing',
  source: 'Practice of the trade (M B)',
  takes: ['the oil that is in there', 'lamp'],
  steps: [
    caution('ring', 'The shaft turns: look through the window, never reach in.'),
    look('ring', 'ring', 'Does the ring turn evenly and bring oil? Standing still it starves: stop the machine.'),
    read('level', 'level', '%', 'Level in the glass. Running it stands 3 to 6 mm lower than stopped.'),
    read('temperature', 'temperature', '°C', 'Bearing temperature, by instrument.'),
    open('filler', 'Filler', 'may', 'Filler cap off, only where oil is missing.'),
    putIn('fill', 'What is missing, no more than to the middle.'),
    close('filler', 'Filler cap on.'),
  ],
});

export const dripOiler = procedure({
  code: 'drip-oiler',
  title: 'Drip oiler',
  takes: ['oil', 'cloth', 'watch'],
  steps: [
    say('open-before', 'Opened before the start, shut at the stop.'),
    read('drops', 'drip-rate', '1/min', 'Count a minute, warm: within a quarter of the set drops.'),
    mustBe('drips', 'Does it drip? None while it runs is a bearing without oil.'),
    putIn('fill', 'Fill the glass.'),
    say('set', 'Set it anew where it is off, count again.'),
  ],
});

export const bottleOiler = procedure({
  code: 'bottle-oiler',
  version: 2,
  title: 'Constant-level bottle',
  source: 'Practice of the trade (M B)',
  takes: ['oil', 'cloth'],
  steps: [
    read(
      'bottle',
      'level',
      '%',
      'What is left in the bottle? Twice its usual use is a leak, none in two periods a block.',
    ),
    say('adjuster', 'The adjuster sets the level; the bottle only feeds. Leave it as it is set.'),
    answered(
      'It is off',
      open('bottle', 'Bottle off its seat', 'may', 'Lift the bottle off. Never fill through the vent hole.'),
    ),
    putIn('fill', 'Fill the bottle.'),
    answered('It is on', close('bottle', 'Bottle back on its seat: a rising bubble proves that it feeds.')),
  ],
});
