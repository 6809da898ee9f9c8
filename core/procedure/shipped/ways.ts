import { caution, clear, look, procedure, putIn, reach, say } from '../build';
import { isolate } from '../frame';

export const slideway = procedure({
  code: 'slideway',
  title: 'Film on a slideway',
  takes: ['cloth without lint', 'way oil'],
  steps: [
    isolate(),
    say('prop', 'Upright ways: prop what hangs above.'),
    say('wipe', 'Wipe, no air jet. Look at the wipers.'),
    look('film', 'enough', 'Grey or brown smear is wear; dry streaks are a blocked port.'),
    putIn('give', 'A thin film over the whole way.'),
    clear('move-clear'),
    caution('move', 'Fingers off the ways.'),
    reach('move', 'running-idle', 'The operator moves it over its whole travel.'),
    isolate('lock-again'),
    say('wipe-again', 'Wipe what was pushed out.'),
    say('out', 'Tools and cloths out, guards on, own lock off.'),
  ],
});

export const leadScrew = procedure({
  code: 'lead-screw',
  title: 'Film on a lead screw or rack',
  takes: ['brush', 'cloth', 'oil or grease of this point'],
  steps: [
    isolate(),
    say('clean', 'Brush the chips off, wipe.'),
    putIn('give', 'A film over the length that can be reached.'),
    clear('move-clear'),
    caution('move', 'Sleeves and fingers away from the thread.'),
    reach('move', 'running-idle', 'The operator runs it to the other end.'),
    isolate('lock-again'),
    say('dry-side', 'The dry side, then wipe the drip.'),
    say('out', 'Tools and cloths out, guards on, own lock off.'),
  ],
});

export const handOiled = procedure({
  code: 'hand-oiled',
  title: 'Hand-oiled points in walking order',
  takes: ['oil can', 'cloth'],
  steps: [
    caution('stopped', 'Nothing turns while hands are at it.'),
    say('stopped', 'The machine stands, and cannot be started while you are at it.'),
    say('count', 'Count the oilers: as many as the book says? A missing lid is a finding.'),
    say('wipe', 'Wipe each before its lid is lifted.'),
    putIn('give', 'A few drops each, lid down, one after the other.'),
    look('enough', 'enough', 'Oil shows at the ends, nothing drips on the product.'),
  ],
});
