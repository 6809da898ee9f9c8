import { z } from 'zod';
import { defineKind, keys, remark, tail } from '../kind';

export const skipReasons = {
  'machine-running': 'machine is running',
  'machine-stopped': 'machine is stopped',
  'no-access': 'cannot get to it',
  'no-lubricant': 'lubricant missing',
  unsafe: 'not safe',
  'no-time': 'no time',
  'not-needed': 'was not needed',
  other: 'other',
} as const;

export type SkipReason = keyof typeof skipReasons;

export const skip = defineKind({
  title: 'Skipped',
  bodies: { 1: z.strictObject({ reason: z.enum(keys(skipReasons)), text: remark('Remark') }) },
  decides: false,
  service: false,
  fits: 'any',
  fills: false,
  needsMachine: true,
  answersStop: true,
  mended: 'anew',
  words: (body) => `${skipReasons[body.reason]}${tail(body.text)}`,
});
