import { z } from 'zod';
import { line, longText, typedQuantity } from '../units/typed-field';
import { type OwnNumbers, type TradeNumberName, tradeNumberNames, tradeNumbers } from './trade-numbers';

type Span = { from: number; to: number };
/** When people work: minutes after midnight, a night shift ends beyond 1440. */
export type Shift = Span & { name: string; people: number; breaks: Span[] };

/** What holds until a plant says its own: three shifts of eight hours, one person, half an hour in the middle. (C) */
export const usualShifts: readonly Shift[] = [
  { name: 'Early', from: 360, to: 840, people: 1, breaks: [{ from: 570, to: 600 }] },
  { name: 'Late', from: 840, to: 1320, people: 1, breaks: [{ from: 1080, to: 1110 }] },
  { name: 'Night', from: 1320, to: 1800, people: 1, breaks: [{ from: 1560, to: 1590 }] },
];

const day = 1440;

/** What of a shift is worked, breaks left out, in minutes. */
export const workedMinutes = ({ from, to, breaks }: Shift): number =>
  to - from - breaks.reduce((sum, each) => sum + each.to - each.from, 0);

/** What is planned of a shift for each person, in minutes. @param plannedPct of the time that is worked */
export const plannedMinutes = (shift: Shift, plannedPct: number): number => (workedMinutes(shift) * plannedPct) / 100;

/**
 * Until when a shift is planned, on its clock: its planned share of work from its beginning on, breaks let pass.
 * @example plannedUntil(usualShifts[0], 70) // 705
 */
export function plannedUntil(shift: Shift, plannedPct: number): number {
  let until = shift.from + plannedMinutes(shift, plannedPct);
  for (const { from, to } of [...shift.breaks].sort((a, b) => a.from - b.from)) if (from < until) until += to - from;
  return until;
}

/** `06:00` for minutes after midnight of whichever day. */
export const clockText = (minutes: number): string => {
  const whole = Math.round(minutes);
  return `${String(Math.floor(whole / 60) % 24).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`;
};

/** Minutes after midnight of a time as it is typed. @example clockMinutes('6:30') // 390 */
export function clockMinutes(typed: string): number | undefined {
  const [, hours = '', minutes = '0'] = /^ ?(\d{1,2})(?:[:.](\d{2}))? ?$/.exec(typed) ?? [];
  return hours === '' || Number(hours) > 24 || Number(minutes) > 59 || (Number(hours) === 24 && Number(minutes) > 0)
    ? undefined
    : Number(hours) * 60 + Number(minutes);
}

const clock = (label: string) =>
  line(label, { required: true, max: 8 }).transform((typed, context) => {
    const minutes = clockMinutes(typed);
    if (minutes !== undefined) return minutes;
    context.addIssue({ code: 'custom', message: `${label}: a time such as 06:00.` });
    return z.NEVER;
  });

/** Breaks as they are typed: `09:30-10:00, 12:00-12:15`. */
const breaks = line('Breaks', { max: 80 }).transform((typed, context) => {
  const spans = typed
    .split(/[,;]/)
    .filter((part) => part.trim() !== '')
    .map((part) => {
      const [from, to, ...more] = part.split(/[-–]/).map((each) => clockMinutes(each.trim()));
      return { from, to, isWhole: more.length === 0 };
    });
  if (spans.every((span) => span.from !== undefined && span.to !== undefined && span.isWhole))
    return spans.map(({ from, to }) => ({ from: from!, to: to! }));
  context.addIssue({ code: 'custom', message: 'Breaks: from and to of each, such as 09:30-10:00, 12:00-12:15.' });
  return z.NEVER;
});

/** So much later that it does not lie before something on the same clock: what ends after midnight ends on the next day. */
const notBefore = (minutes: number, earliest: number) => (minutes < earliest ? minutes + day : minutes);

const shiftForm = z
  .strictObject({
    name: line('Name', { required: true, max: 40 }),
    from: clock('From'),
    to: clock('To'),
    people: z
      .string()
      .transform((typed) => typed.trim())
      .pipe(z.string().regex(/^[1-9]\d?$/, { error: 'People: a whole number from 1 to 99.' }))
      .transform(Number),
    breaks,
  })
  .transform(({ from, to, breaks: taken, ...rest }, context): Shift => {
    const end = notBefore(to, from + 1);
    const inShift = taken
      .map((span) => {
        const begins = notBefore(span.from, from);
        return { from: begins, to: notBefore(span.to, begins) };
      })
      .sort((a, b) => a.from - b.from);
    const problem = inShift.find(
      (span, index) => span.to > end || span.to < span.from + 1 || (index > 0 && span.from < inShift[index - 1]!.to),
    );
    if (problem)
      context.addIssue({
        code: 'custom',
        path: ['breaks'],
        message: `Breaks: ${clockText(problem.from)}-${clockText(problem.to)} is not within the shift, or begins in another break.`,
      });
    return { ...rest, from, to: end, breaks: inShift };
  });

const numbersForm = z
  .strictObject(
    Object.fromEntries(
      tradeNumberNames.map((name) => {
        const { label, min, max } = tradeNumbers[name];
        return [name, typedQuantity('number', { label, min, max })];
      }),
    ) as Record<TradeNumberName, ReturnType<typeof typedQuantity>>,
  )
  .transform((typed) =>
    Object.fromEntries(tradeNumberNames.flatMap((name) => (typed[name] === undefined ? [] : [[name, typed[name]]]))),
  )
  .transform((own): OwnNumbers => own);

/** The shifts of a plant and its own numbers; a number that is left empty is the usual one. */
export const capacityForm = z
  .strictObject({
    shifts: z.array(shiftForm).max(12),
    numbers: numbersForm,
    /** On every route sheet: whom to call, what to wear, where the spill kit is. */
    sheetNote: longText('On every route sheet'),
  })
  .superRefine(({ shifts }, context) =>
    shifts.forEach(({ name }, index) => {
      if (shifts.findIndex((other) => other.name.toLowerCase() === name.toLowerCase()) < index)
        context.addIssue({
          code: 'custom',
          path: ['shifts', index, 'name'],
          message: 'Name: another shift has this name already.',
        });
    }),
  );
