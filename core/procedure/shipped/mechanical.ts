import { answered, caution, close, look, open, procedure, putIn, read, say } from '../build';
import { cleanRound, countIn, countOut, isolate } from '../frame';

export const boltsAndMarks = procedure({
  code: 'bolts-and-marks',
  version: 2,
  title: 'Bolts and witness marks',
  source: 'Practice of the trade (M C)',
  takes: ['torque wrench with its date', 'paint for marks'],
  steps: [
    isolate(),
    look('marks', 'marks', 'Look at every mark. One that moved is not just tightened again.'),
    say('joint', 'Moved: look at joint, thread and neighbours. What has yielded once is replaced.'),
    say('loose-one', 'A bolt that has to stay loose has a do-not: it is read before any is tightened.'),
    read('torque', 'torque', 'Nm', 'Torque within a tenth, crosswise.'),
    say('quarter', 'One that turns over a quarter: all of its joint, and a finding.'),
    say('mark-again', 'Mark it anew.'),
    say('out', 'Tools out, guards on, own lock off.'),
  ],
});

export const measureWear = procedure({
  code: 'measure-wear',
  title: 'Measure wear',
  source: 'Practice of the trade (M C)',
  takes: ['gauge or calliper', 'chalk'],
  steps: [
    isolate(),
    say('place', 'The same place, direction and temperature as ever.'),
    read('wear', 'wear', 'mm', 'Three readings, the middle one. One far off: measure again.'),
    say('rate', 'Twice as fast as before is a finding, though it is within its limit.'),
    say('out', 'Tools out, guards on, own lock off.'),
  ],
});

export const turnPart = procedure({
  code: 'turn-part',
  version: 2,
  title: 'Turn or replace a wear part',
  source: 'Practice of the trade (M C)',
  people: 2,
  takes: ['lifting gear', 'torque wrench', 'new bolts', 'new part where it was turned before'],
  steps: [
    isolate(),
    countOut,
    caution('open-part', 'It is heavy and it tips: slung or propped before the last bolt is out.'),
    answered('It is loose', open('part', 'Wear part loose', 'never', 'Loosen and turn it, or put the new one in.')),
    read('wear', 'wear', 'mm', 'Measure what is left.'),
    countIn,
    answered('It is tight', close('part', 'Bolts with their torque, crosswise, marked.')),
    say('again', 'Bolts once more after two hours of work.'),
    say('out', 'Tools out, guards on, own lock off.'),
  ],
});

export const breather = procedure({
  code: 'breather',
  version: 2,
  title: 'Breather',
  source: 'Practice of the trade (M C)',
  takes: ['breather or desiccant', 'cap'],
  steps: [
    look('breather', 'breather', 'Free and dry? Desiccant is changed at two thirds of its colour.'),
    cleanRound('the breather'),
    answered('It is off', open('breather', 'Breather off', 'may', 'Off; the opening capped meanwhile.')),
    say('blow', 'Clean it, or take a new one. Blocked, the seals weep.'),
    answered('It is on', close('breather', 'Cap off, breather on.')),
  ],
});

export const strainer = procedure({
  code: 'strainer',
  version: 2,
  title: 'Suction strainer',
  source: 'Practice of the trade (M C)',
  takes: ['seal', 'cloth without lint', 'magnet'],
  steps: [
    isolate(),
    countOut,
    cleanRound('the cover'),
    open('strainer', 'Strainer cover', 'never', 'Cover off, strainer out.'),
    look('strainer-look', 'filter', 'Fibres, sealant, metal: parted by the magnet, kept, a photo on squared paper.'),
    say('clean-strainer', 'Clean it, put it in again.'),
    countIn,
    close('strainer', 'Cover on with its seal.'),
    say('out', 'Tools and cloths out, own lock off.'),
  ],
});

export const magnet = procedure({
  code: 'magnet',
  title: 'Magnetic plug',
  source: 'Practice of the trade (M C)',
  takes: ['seal', 'cloth', 'pan'],
  steps: [
    isolate(),
    cleanRound('the plug'),
    caution('open-plug', 'Oil follows a plug that has no valve of its own: pan below.'),
    open('plug', 'Magnetic plug', 'never', 'Take it out.'),
    look('score', 'magnet', 'Nothing, paste, thick paste, needles, chips. A step more than last time is planned.'),
    close('plug', 'Clean it, new seal, in with its torque.'),
    say('out', 'Tools and cloths out, own lock off.'),
  ],
});

export const dailyLook = procedure({
  code: 'daily-look',
  title: 'Daily look',
  takes: ['lamp', 'infrared thermometer'],
  steps: [
    caution('round', 'Outside the guards only.'),
    say('round', 'Once round: floor, hoses, seals, covers, guards.'),
    look('level', 'oil', 'Level and colour in the glass, in the state of its mark.'),
    look('leaks', 'leak', 'Fresh drops, dirt that sticks.'),
    say('listen', 'Listen, and read what is read here.'),
  ],
});

export const fillByHand = procedure({
  code: 'fill-by-hand',
  title: 'Give a measured amount',
  takes: ['what is given', 'cloth'],
  steps: [
    say('wipe', 'Wipe first.'),
    putIn('give', 'The amount that stands here, no more.'),
    say('after', 'Wipe, lid down, guard on.'),
  ],
});
