import { z } from 'zod';
import { bearingKind, boreMm, outsideDiameterMm, widthMm } from '../fields/fields';
import { type Notice, answer, defineMethod, refuse } from '../method';
import { bearingSeries, readDesignation } from './designations';

const unknownHint = `Known are the series ${[...bearingSeries.keys()].filter((series) => !/^N[UJ]/.test(series)).join(', ')} and their NU, NJ and NUP forms. Type the dimensions from the ring or the drawing instead.`;

/**
 * Boundary dimensions of a rolling bearing from its designation. Example: 6312-2Z → 60 × 130 × 31 mm, ball, closed on
 * both sides, not relubricated; 22220-K-C3-W33 → 100 × 180 × 46 mm, spherical, fed through the centre groove.
 */
export const bearingFromDesignation = defineMethod({
  id: 'bearing.from-designation',
  version: 2,
  title: 'Bearing dimensions from the designation',
  summary: 'Bore, outside diameter, width and kind of a bearing, and whether it takes grease at all.',
  source:
    'ISO 15:2017, ISO 355:2019, ISO 104:2015, ISO 1206:2018, ISO 9628:2006 (boundary dimensions); bore codes and suffixes as commonly used',
  input: z.strictObject({ designation: z.string().trim().min(1).max(40).meta({ title: 'Designation' }) }),
  output: z.object({
    boreMm,
    outsideDiameterMm,
    widthMm,
    doseWidthMm: widthMm.optional().meta({ title: 'Width that a dose goes by', unit: 'mm' }),
    kind: bearingKind,
    sealed: z.boolean().nullable().meta({ title: 'Closed on both sides' }),
    relubricable: z.boolean().nullable().meta({ title: 'Takes grease' }),
    unread: z.array(z.string()).meta({ title: 'Suffixes that were not read' }),
    centreGroove: z.boolean().meta({ title: 'Centre groove' }),
  }),
  rules: ['The designation belongs to a series of the tables and its bore code is listed there.'],
  compute({ designation }) {
    const read = readDesignation(designation);
    if (!read)
      return refuse(`"${designation}" is not in the tables of bearing dimensions. ${unknownHint}`, 'designation');
    const { series, boreCode, dimensions, closure, centreGroove, taperedBore, isInsert, suffixes, unread } = read;
    const isSealed = closure === 'both-sides';
    const hasWayIn = isInsert || centreGroove;
    const notices: Notice[] = [];
    if (unread.length > 0)
      notices.push({
        level: 'caution',
        text: `Not read: ${unread.join(', ')}. The dimensions do not depend on it; whether the bearing is closed, and so whether it takes grease, may. No dose is proposed until somebody says how it is sealed.`,
      });
    else if (isInsert)
      notices.push({
        level: 'caution',
        text: 'Insert bearing: sealed, yet regreased through the outer ring. Small metered doses by the width of the outer ring, slowly; a fast or large one pushes the seals out.',
      });
    else if (isSealed && hasWayIn)
      notices.push({
        level: 'caution',
        text: 'Sealed on both sides, with a groove for grease in the outer ring: small metered doses, slowly, and only where the maker wants them.',
      });
    else if (isSealed)
      notices.push({
        level: 'stop',
        text: `${designation}: ${suffixes.find(({ meaning }) => meaning?.includes('both sides'))!.meaning}, filled for life and without a way in for grease. It is not relubricated; replace it when it is worn.`,
      });
    if (closure === 'one-side')
      notices.push({ level: 'info', text: 'Closed on one side: grease goes in from the open side.' });
    if (taperedBore)
      notices.push({
        level: 'info',
        text: 'Tapered bore: the bore given is the small end; the shaft or sleeve is measured there.',
      });
    const known = unread.length === 0;
    return answer(
      {
        ...dimensions,
        kind: series.kind,
        sealed: known ? isSealed : null,
        relubricable: known ? !isSealed || hasWayIn : null,
        unread,
        centreGroove,
      },
      [
        { label: series.title, expression: `series ${series.series}`, value: series.series, unit: '' },
        { label: 'Bore code', expression: boreCode, value: dimensions.boreMm, unit: 'mm' },
        {
          label: 'Outside diameter D',
          expression: `table, series ${series.series}, ${boreCode}`,
          value: dimensions.outsideDiameterMm,
          unit: 'mm',
        },
        {
          label: 'Width',
          expression: `table, series ${series.series}, ${boreCode}`,
          value: dimensions.widthMm,
          unit: 'mm',
        },
        ...suffixes.map(({ suffix, meaning }) => ({
          label: `Suffix ${suffix}`,
          expression: meaning ?? 'not known here; ask the maker',
          value: suffix,
          unit: '',
        })),
      ],
      notices,
    );
  },
});
