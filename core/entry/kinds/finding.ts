import { z } from 'zod';
import { defineKind, keys, remark, tail } from '../kind';

export const findingWords = {
  leak: 'leak',
  hot: 'hotter than usual',
  'still-climbing': 'hot and still climbing',
  noise: 'noise or vibration',
  milky: 'oil milky',
  foamy: 'oil foams',
  dark: 'oil dark or smells burnt',
  gritty: 'oil gritty',
  particles: 'flakes or metal',
  sludge: 'sludge',
  'no-oil': 'no oil visible',
  'level-up': 'level has risen',
  'grease-thrown': 'grease thrown at the seal',
  'grease-hard': 'grease hard or bled',
  'fitting-broken': 'fitting broken or blocked',
  'cover-missing': 'cap, plug or cover missing',
  'double-dose': 'given twice',
  other: 'something else',
} as const;

export const urgencies = { 'act-now': 'act now', plan: 'plan', watch: 'watch' } as const;

export const finding = defineKind({
  title: 'Finding',
  bodies: {
    1: z.strictObject({
      what: z.enum(keys(findingWords)),
      urgency: z.enum(keys(urgencies)),
      text: remark('What was seen'),
    }),
  },
  decides: false,
  service: false,
  fills: false,
  needsMachine: true,
  // Something that is seen beside the work leaves the work to do.
  answersStop: false,
  mended: 'anew',
  words: (body) => `${findingWords[body.what]} (${urgencies[body.urgency]})${tail(body.text)}`,
});
