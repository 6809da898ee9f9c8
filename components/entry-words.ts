import {
  type EntryBody,
  type EntryKind,
  baselineWords,
  findingWords,
  skipReasons,
  urgencies,
} from '@/core/entry/kinds';
import { amount, day, measured, number } from './words';
import { eventWords } from '@/core/words/events';

/** Kinds as words on the page. */
export const kindWords: Record<EntryKind, string> = {
  commissioning: 'Counting begins',
  grease: 'Greased',
  'oil-change': 'Oil changed',
  'top-up': 'Topped up',
  drain: 'Drained',
  flush: 'Flushed',
  check: 'Checked',
  reading: 'Meter read',
  'meter-change': 'Meter replaced',
  sample: 'Sample',
  finding: 'Finding',
  'follow-up': 'Follow-up',
  skip: 'Skipped',
  postpone: 'Postponed',
  open: 'Opened',
  close: 'Closed',
  waiver: 'Waiver',
  isolation: 'Isolated',
  'hand-over': 'Round ended',
  override: 'Overridden',
  note: 'Note',
  correction: 'Correction',
};

/** Codes and names that bodies refer to by identifier. */
export type Names = { lubricants: Record<string, string>; meters: Record<string, { name: string; unit: string }> };

/** What an entry says, in one line. */
export function entryWords(kind: EntryKind, body: Record<string, unknown>, names: Names): string {
  const code = (id: unknown) => names.lubricants[String(id)] ?? 'unknown lubricant';
  const note = typeof body.note === 'string' && body.note !== '' ? ` — ${body.note}` : '';
  switch (kind) {
    case 'grease': {
      const { massG, strokes, lubricantId } = body as EntryBody<'grease'>;
      return `${measured(massG)} g${strokes === undefined ? '' : ` (${strokes} strokes)`} of ${code(lubricantId)}${note}`;
    }
    case 'oil-change': {
      const { volumeL, drainedL, lubricantId } = body as EntryBody<'oil-change'>;
      return `${measured(volumeL)} L of ${code(lubricantId)} in${drainedL === undefined ? '' : `, ${measured(drainedL)} L out`}${note}`;
    }
    case 'top-up': {
      const { amountKind, amount: value, lubricantId } = body as EntryBody<'top-up'>;
      if (amountKind === 'litres' && value === 0) return `level in order, nothing needed${note}`;
      return `${amount(amountKind, value ?? null).replace('amount not set', amountKind)} of ${code(lubricantId)}${note}`;
    }
    case 'check':
      return `${(body as EntryBody<'check'>).result === 'in-order' ? 'in order' : 'not in order'}${note}`;
    case 'reading': {
      const { meterId, value } = body as EntryBody<'reading'>;
      const meter = names.meters[meterId];
      return `${meter?.name ?? 'Meter'} shows ${number(value)} ${meter?.unit === 'hours' ? 'h' : (meter?.unit ?? '')}${note}`;
    }
    case 'meter-change': {
      const { oldValue, newValue } = body as EntryBody<'meter-change'>;
      return `old dial ${number(oldValue)}, new dial ${number(newValue)}${note}`;
    }
    case 'finding': {
      const { what, urgency, text } = body as EntryBody<'finding'>;
      return `${findingWords[what]} (${urgencies[urgency]})${text ? ` — ${text}` : ''}`;
    }
    case 'skip': {
      const { reason, text } = body as EntryBody<'skip'>;
      return `${skipReasons[reason]}${text ? ` — ${text}` : ''}`;
    }
    case 'note': {
      const { event, text } = body as EntryBody<'note'>;
      return event ? `${eventWords[event]} — ${text}` : text;
    }
    case 'postpone': {
      const { untilOn, wasDueOn, reason } = body as EntryBody<'postpone'>;
      return `from ${day(wasDueOn)} to ${day(untilOn)}: ${reason}`;
    }
    case 'commissioning': {
      const { basis, on, hours } = body as EntryBody<'commissioning'>;
      return `${baselineWords[basis]}${on ? `: ${day(on)}` : ''}${hours === undefined ? '' : `: ${number(hours)}`}${note}`;
    }
    case 'override': {
      const { field, value, unit, computed, reason } = body as EntryBody<'override'>;
      const was = computed === null ? '' : ` instead of ${measured(computed)} ${unit}`;
      return value === null
        ? `${field} back to the plan: ${reason}`
        : `${field} ${measured(value)} ${unit}${was}: ${reason}`;
    }
    case 'hand-over': {
      const { done, skipped, left, text, brokenOff } = body as EntryBody<'hand-over'>;
      return `${brokenOff ? 'broken off: ' : ''}${done} done, ${skipped} skipped, ${left} left${brokenOff ? `, because: ${brokenOff}` : ''}${text ? ` — ${text}` : ''}`;
    }
    case 'correction': {
      const { reason } = body as { reason: string };
      return `${'void' in body ? 'voided' : 'put right'}: ${reason}`;
    }
    default:
      return JSON.stringify(body);
  }
}
