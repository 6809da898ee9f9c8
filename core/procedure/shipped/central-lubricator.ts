import { caution, clear, close, look, mustBe, open, procedure, putIn, reach, read, say, wait } from '../build';

export const centralLubricatorCheck = procedure({
  code: 'central-lubricator-check',
  title: 'Look at a central lubricator',
  source: 'Practice of the trade (H C)',
  takes: ['lamp'],
  steps: [
    read('level', 'level', '%', 'Content of the reservoir.'),
    read(
      'pressure',
      'line-pressure',
      'bar',
      'Trigger a cycle. Is the pressure reached in time, and does it fall after?',
    ),
    say('meaning', 'High is a blocked line; low is air, a leak or the pump.'),
    look('pins', 'lubricator', 'Each pin and outlet: wet, and does it move?'),
    say('alarms', 'Counter and alarms. Used as many cycles would use? Half or once and a half again is a finding.'),
  ],
});

export const centralLubricatorRefill = procedure({
  code: 'central-lubricator-refill',
  title: 'Refill a central lubricator',
  source: 'Practice of the trade (H C)',
  takes: ['filling pump with its coupling and filter', 'this grease or oil'],
  steps: [
    read('level', 'level', '%', 'What is left.'),
    say('lid', 'The lid stays shut: dirt and air go in with it.'),
    caution('open-coupling', 'A follower plate under pressure is vented first.'),
    open('coupling', 'Filling coupling', 'may', 'Clean the filling coupling, cap off, pump on.'),
    putIn('fill', 'To the upper mark.'),
    close('coupling', 'Pump off, cap on.'),
    mustBe('not-empty', 'Was there still something in it? Run empty, the line ends are bled first.'),
    say('cycle', 'Trigger a cycle: reached in time?'),
  ],
});

export const centralLubricatorBleed = procedure({
  code: 'central-lubricator-bleed',
  title: 'Bleed a central lubricator that ran empty',
  source: 'Practice of the trade (H C)',
  takes: ['spanner for the line ends', 'cloth', 'pan'],
  steps: [
    reach('locked', 'isolated', 'The machine that it feeds is isolated by the site’s rules.'),
    open('line-ends', 'Line ends', 'auxiliary', 'Open the line ends, the farthest first.'),
    clear('out', 'Hands and tools out: only the lubricator runs.'),
    reach('aux', 'auxiliary-only', 'Run the lubricator alone.'),
    wait('bubbles', 5, 'Until no more bubbles come.', 'air in the line takes the pressure'),
    close('line-ends', 'Line ends shut, one after the other.'),
    say('cycle', 'Trigger a cycle: the pressure is reached in time.'),
  ],
});
