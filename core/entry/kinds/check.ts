import { z } from 'zod';
import { machineStateNames } from '../../words/machine-states';
import { defineKind, keys, note, tail, typed } from '../kind';

export const checkResults = { 'in-order': 'in order', off: 'not in order' } as const;
/** What became of a part that is turned at half of its life and replaced at its end. */
export const partWords = { turned: 'turned', replaced: 'replaced' } as const;

const result = z.enum(keys(checkResults)).meta({ title: 'Result' });
const reading = z.strictObject({
  quantity: z.string().trim().min(1).max(80).meta({ title: 'What was read' }),
  value: z.number().meta({ title: 'Value' }),
  unit: z.string().trim().max(20).meta({ title: 'Unit' }),
  state: z.enum(machineStateNames).optional().meta({ title: 'Machine state' }),
  observation: z.literal(true).optional().meta({ title: 'Read otherwise than its limits are for' }),
  afterMin: z.number().min(0).max(10_000).optional().meta({ title: 'After the first of its series', unit: 'min' }),
});
const look = z.strictObject({
  what: z.string().trim().min(1).max(80).meta({ title: 'What was looked at' }),
  seen: z.string().trim().min(1).max(200).meta({ title: 'Seen' }),
});

export const check = defineKind({
  title: 'Checked',
  bodies: {
    1: z.strictObject({ result, typed, note }),
    2: z.strictObject({
      result,
      part: z.enum(keys(partWords)).optional().meta({ title: 'The part was' }),
      readings: z.array(reading).max(40).optional().meta({ title: 'Readings' }),
      looks: z.array(look).max(40).optional().meta({ title: 'Looks' }),
      typed,
      note,
    }),
  },
  decides: true,
  service: true,
  // A level that needs nothing and a film that still stands are looked at and left.
  fits: ['check', 'drain', 'clean', 'turn', 'retighten', 'top-up', 'film'],
  undone: { field: 'result', is: 'off' },
  fills: false,
  needsMachine: true,
  answersFinding: true,
  answersStop: true,
  mended: 'anew',
  words: (body, say) => {
    const { part, readings = [], looks = [] } = 'part' in body || 'readings' in body || 'looks' in body ? body : {};
    return [
      part ? partWords[part] : checkResults[body.result],
      ...readings.map(
        ({ quantity, value, unit, afterMin }) =>
          `${quantity} ${say.asRead(value)}${unit && ` ${unit}`}${afterMin === undefined ? '' : ` after ${say.number(afterMin)} min`}`,
      ),
      ...looks.map(({ what, seen }) => `${what}: ${seen}`),
    ]
      .join(', ')
      .concat(tail(body.note));
  },
});
