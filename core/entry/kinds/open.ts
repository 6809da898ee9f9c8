import { z } from 'zod';
import { ulid } from '../../fields/fields';
import { runsMeanwhileNames, runsWords } from '../../words/runs-meanwhile';
import { besideTheWork, defineKind, note, tail } from '../kind';

/** At which step of which procedure an entry was written: a shift that comes after goes on from there. */
export const atStep = z
  .strictObject({ procedure: z.string().max(60), step: z.string().max(60) })
  .optional()
  .meta({ title: 'At step' });

/** Something is opened, moved or by-passed; or somebody else holds from now on what was opened before. */
export const open = defineKind({
  title: 'Open thing',
  bodies: {
    1: z
      .discriminatedUnion('does', [
        z.strictObject({
          does: z.literal('open'),
          name: z.string().trim().min(1, { error: 'say what is open.' }).max(60).meta({ title: 'What is open' }),
          runs: z.enum(runsMeanwhileNames).meta({ title: 'May the machine run' }),
          minutes: z.int().min(1).max(2880).optional().meta({ title: 'Minutes at most', unit: 'min' }),
          /** Its name within the procedure. */
          thing: z.string().max(40).optional(),
          at: atStep,
          note,
        }),
        z.strictObject({
          does: z.literal('hand-on'),
          openId: ulid.meta({ title: 'What is handed on' }),
          toId: ulid.meta({ title: 'Handed on to' }),
          /** Its name, for whoever reads the log. */
          name: z.string().max(60).optional(),
          note,
        }),
      ])
      .superRefine((body, context) => {
        if (body.does === 'open' && body.runs === 'supervised' && body.minutes === undefined)
          context.addIssue({ code: 'custom', path: ['minutes'], message: 'say for how many minutes at most.' });
      }),
  },
  ...besideTheWork,
  needsMachine: true,
  mended: 'by-voiding',
  words: (body, say) =>
    body.does === 'open'
      ? `${body.name}: ${runsWords(body)}${tail(body.note)}`
      : `${body.name ? `${body.name}: ` : ''}handed on to ${say.person(body.toId)}${tail(body.note)}`,
});
