import { z } from 'zod';
import { plantDay } from '../../fields/fields';
import { defineKind, reason } from '../kind';

/** Puts off the tasks it answers; how far is capped by `latestPostponement`, which the server checks. */
export const postpone = defineKind({
  title: 'Postponed',
  bodies: {
    1: z.strictObject({
      untilOn: plantDay('Put off until'),
      wasDueOn: plantDay('Was due on'),
      reason,
    }),
  },
  decides: true,
  service: false,
  fits: 'any',
  fills: false,
  needsMachine: true,
  answersStop: true,
  mended: 'by-voiding',
  words: (body, say) => `from ${say.day(body.wasDueOn)} to ${say.day(body.untilOn)}: ${body.reason}`,
});
