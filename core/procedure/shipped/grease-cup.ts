import { close, open, procedure, putIn, say } from '../build';

export const greaseCup = procedure({
  code: 'grease-cup',
  title: 'Fill a grease cup',
  takes: ['clean grease in its own tin', 'spatula', 'cloth'],
  steps: [
    say('threads', 'How many threads are left? Turned daily and none gone means blocked.'),
    open('cap', 'Cap of the cup', 'may', 'Screw the cap off.'),
    say('old', 'Old, hard or dirty grease out of cap and cup.'),
    putIn('fill', 'Pack the cap without air below the grease.'),
    close('cap', 'Cap on by two threads, then half a turn until grease presses.'),
    say('turn', 'Told whoever turns it: how much, how often.'),
  ],
});
