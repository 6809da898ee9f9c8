import { again, caution, clear, close, look, mustBe, open, reach, say, wait } from './build';
import { countedThing } from './counted';
import type { Step } from './step';

/** What every procedure has in common: how it begins, how a machine is made safe, how it runs meanwhile, how it ends. (H B) */

/** Read on the tag and on the can, and seen as it was found. */
export const begin: readonly Step[] = [
  say('tag', 'Read the point and the lubricant’s code on the tag and on the can: both are right.'),
  say('as-found', 'Before anything is touched: level, colour, foam, smell, leaks, noise.'),
];

/** Before anything is opened: enough of it, and what closes it again. */
export const stockThere = (says = 'Is there oil for the whole filling, and is every seal there?'): Step => ({
  ...mustBe('stock', says),
  shows: 'store',
});
/** Each outlet has oil of its own: one glass says nothing of the next. */
export const eachOutlet = (says: string): Step => ({ ...look('outlets', 'flow', says), shows: 'outlets' });

/** Every energy gone and proved gone, own lock on. */
export const isolate = (id = 'isolate'): Step[] => [
  caution(id, 'It may start by itself, and energy stays stored. The site’s rules for isolating come first.'),
  reach(id, 'isolated', 'Each energy: its own proof of zero. Own lock and tag on, try to start, controls back to off.'),
];

/** What goes to an open machine is counted; it stays open, so to say, until as much is out again. */
export const countOut: Step = {
  ...open(
    countedThing,
    'Tools, rags, loose parts',
    'never',
    'Count what goes to the machine: tools, rags, nuts and loose parts.',
  ),
  counts: true,
};
export const countIn = close(countedThing, 'Before covers go on: look in, and count. As many out as went in.');

export const cleanRound = (what: string): Step =>
  say('clean-round', `Clean round ${what} with brush and cloth, no air jet. Only then open.`);

/** A run within isolated work: everybody out before, locked again after. */
export const runBetween = (id: string, says: string, minutes: number, why: string): Step[] => [
  clear(`${id}-clear`),
  caution(`${id}-run`, 'The operator starts it. Stand clear, and nobody reaches in.'),
  reach(`${id}-run`, 'running-idle', says),
  wait(`${id}-wait`, minutes, 'Let it run unloaded. Listen, look for leaks, look at the glass.', why),
  ...isolate(`${id}-lock`),
];

/** Settled, read in its own state, corrected, and done anew from a step where it is not right: three times at most. */
export const settleAndRead = (from: string): Step[] => [
  wait('settle', 10, 'Let the oil settle.', 'oil hangs in the teeth and air in the oil: read at once it stands wrong', {
    minutes: 20,
    when: 'VG 460 and thicker, or below 10 °C',
  }),
  again('at-mark', 'Does the level stand at the mark, in the state that the mark is for?', from),
];

/** Nothing stays behind. */
export const finish: readonly Step[] = [
  say('wipe', 'Wipe everything, so that a new leak shows.'),
  say('counted', 'Tools, rags, nuts: as many out as went in. Guards and covers on.'),
  say('label', 'Label: date, hours, lubricant’s code, initials. Spent oil and rags where the site collects them.'),
];

/** Looked at again a day later. */
export const nextDay: Step = say(
  'next-day',
  'After 24 h or on the next round: level, leaks and temperature once more.',
);

export const oilLook = look('oil-look', 'oil', 'A first cup aside for ten minutes: water settles. Look at it.');
