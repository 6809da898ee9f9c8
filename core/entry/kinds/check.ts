import { z } from 'zod';
import { defineKind, note, tail, typed } from '../kind';

export const check = defineKind({
  title: 'Checked',
  bodies: { 1: z.strictObject({ result: z.enum(['in-order', 'off']).meta({ title: 'Result' }), typed, note }) },
  decides: true,
  service: true,
  fills: false,
  needsMachine: true,
  answersStop: true,
  mended: 'anew',
  words: (body) => `${body.result === 'in-order' ? 'in order' : 'not in order'}${tail(body.note)}`,
});
