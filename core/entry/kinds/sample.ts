import { z } from 'zod';
import { defineKind, keys, note, tail } from '../kind';

/** When a sample was drawn: what has settled is not in it. */
export const drawnWords = {
  running: 'running, at temperature',
  'soon-after': 'within 30 min after it stopped',
  later: 'later: what has settled is not in it',
} as const;

/** Oil drawn for the laboratory. Hours, top-ups and filters since are known to the book and stand beside it. */
export const sample = defineKind({
  title: 'Sample drawn',
  bodies: {
    1: z.strictObject({
      bottle: z.string().trim().min(1, { error: 'say which bottle.' }).max(40).meta({ title: 'Number on the bottle' }),
      drawn: z.enum(keys(drawnWords)).meta({ title: 'Drawn' }),
      port: z.string().trim().max(80).optional().meta({ title: 'Where' }),
      note,
    }),
  },
  decides: true,
  service: true,
  fits: ['check'],
  fitsFrom: 1,
  fills: false,
  needsMachine: true,
  answersFinding: false,
  answersStop: true,
  mended: 'anew',
  words: ({ bottle, drawn, port, note: said }) =>
    `bottle ${bottle}${port ? `, ${port}` : ''}, ${drawnWords[drawn]}${tail(said)}`,
});
