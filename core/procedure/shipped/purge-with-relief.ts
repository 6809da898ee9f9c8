import { caution, close, look, open, procedure, putIn, say, wait } from '../build';

export const purgeWithRelief = procedure({
  code: 'purge-with-relief',
  title: 'Purge with the relief open',
  source: 'Practice of the trade (M C)',
  takes: ['the gun with this grease', 'rod for a hard plug', 'cloth'],
  steps: [
    say(
      'maximum',
      'Know the maximum: nothing at the relief by then means blocked. Only a dry housing may need its whole space.',
    ),
    say('hard', 'Clear a hardened plug while the machine stands.'),
    caution('open-relief', 'Guards stay on. Nobody reaches behind one for the relief.'),
    open('relief', 'Relief plug', 'may', 'Take the relief plug out.'),
    say('wipe', 'Wipe the fitting and the coupler. The first half stroke goes into the cloth.'),
    caution('give', 'No finger at the nozzle; a jet under the skin: hospital at once.'),
    putIn('give', 'Slowly, warm and slowly turning where the fitting is remote. Stop when the new colour shows.'),
    look('old', 'seal-grease', 'What came out? Hard, black, milky or metal is a finding.'),
    wait('run-out', 20, 'Let it run until nothing more comes.', 'closed at once, the rest goes through the seal'),
    close('relief', 'Wipe, relief plug in.'),
  ],
});
