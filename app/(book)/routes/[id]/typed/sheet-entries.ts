import { readingDoubt } from '@/components/entry/reading-doubt';
import { instantOf } from '@/components/entry/when-field';
import type { Draft } from '@/components/use-outbox';
import { counted } from '@/components/words';
import { clockMinutes, clockText } from '@/core/capacity/shifts';
import { parseQuantity } from '@/core/units/parse-quantity';
import type { WalkDocument } from '@/core/walk/document';
import type { ReadRow } from '@/app/round/typed-row';

export type Head = { personId: string; on: string; from: string; to: string; remark: string };
export type MeterRow = { typed: string; isRight: boolean };
type Times = { startedAt: string; happenedAt: string; offsetMinutes: number };

type Lines = ReadonlyMap<string, ReadRow>;
/** An entry of the sheet, and of which line it is. */
type OfLine = Draft & { of: string | null };

const isOff = (line: ReadRow): boolean =>
  'drafts' in line &&
  line.drafts.some(({ kind, body, taskIds }) => kind === 'check' && taskIds && body.result === 'off');

/** How many lines say what. */
export function countedOf({ stops }: WalkDocument, lines: Lines) {
  const answers = stops.flatMap(({ taskId }) => {
    const line = lines.get(taskId)!;
    return 'drafts' in line && line.drafts.length === 0 ? [] : [line];
  });
  const skipped = answers.filter((line) => 'drafts' in line && line.drafts.some(({ kind }) => kind === 'skip')).length;
  const off = answers.filter(isOff).length;
  return { done: answers.length - skipped - off, off, skipped, left: stops.length - answers.length };
}

/** All that a sheet comes to, its signature last; or why it cannot be written yet. */
export function sheetEntries({
  document,
  timeZone,
  head,
  lines,
  meters,
}: {
  document: WalkDocument;
  timeZone: string;
  head: Head;
  lines: Lines;
  meters: Record<string, MeterRow>;
}): { drafts: OfLine[]; times: Times } | { reason: string } {
  if (head.personId === '') return { reason: 'Walked by: say whose sheet it is.' };
  const times = timesOf(head, timeZone);
  if ('reason' in times) return times;
  const { done, off, skipped, left } = countedOf(document, lines);
  if (done + off + skipped === 0) return { reason: 'No line says anything yet.' };
  if (left > 0 && head.remark.trim().length < 3)
    return { reason: `${counted(left, 'line')} left empty: say in the remark why the walk ended there.` };
  const read = readMeters(document, meters, times, head.personId);
  if ('reason' in read) return read;
  const drafts: OfLine[] = read.drafts;
  for (const { machineId, pointId, taskId } of document.stops) {
    const line = lines.get(taskId)!;
    if (!('drafts' in line))
      return { reason: 'Some lines need another look. Nothing is written; what was typed is kept.' };
    drafts.push(...line.drafts.map((draft) => ({ ...draft, machineId, pointId, personId: head.personId, of: taskId })));
  }
  const text = `Typed in from a paper sheet by ${document.person.initials}. ${head.remark.trim()}`.trim();
  drafts.push({
    kind: 'hand-over',
    machineId: null,
    personId: head.personId,
    body: { scope: 'round', done, off, skipped, left, text },
    of: null,
  });
  return { drafts, times };
}

/** When the sheet was walked. What it says carries the time at which it was handed in: when each stop was done, nobody knows. */
function timesOf({ on, from, to }: Head, timeZone: string): Times | { reason: string } {
  const [begun, ended] = [clockMinutes(from), clockMinutes(to)];
  if (begun === undefined || ended === undefined)
    return { reason: 'From and to: when the walk began and when it ended, such as 06:00 and 09:30.' };
  const [start, end] = [begun, ended].map((minutes) => instantOf(`${on}T${clockText(minutes)}`, timeZone));
  if (!start!.ok) return { reason: start!.reason };
  if (!end!.ok) return { reason: end!.reason };
  if (end!.happenedAt <= start!.happenedAt) return { reason: 'To: the walk ended after it began.' };
  return { startedAt: start!.happenedAt, happenedAt: end!.happenedAt, offsetMinutes: end!.offsetMinutes };
}

function readMeters(
  document: WalkDocument,
  rows: Record<string, MeterRow>,
  { happenedAt }: Times,
  personId: string,
): { drafts: OfLine[] } | { reason: string } {
  const drafts: OfLine[] = [];
  for (const meter of document.meters) {
    const { typed = '', isRight = false } = rows[meter.id] ?? {};
    if (typed.trim() === '') continue;
    const parsed = parseQuantity(typed, 'number');
    if (!parsed.ok) return { reason: `${meter.name}: ${parsed.reason}` };
    const doubt = readingDoubt(meter, parsed.value, Date.parse(happenedAt));
    if (doubt && !isRight) return { reason: `${doubt} Tick beside the meter that it is right, or change it.` };
    drafts.push({
      kind: 'reading',
      machineId: meter.machineId,
      personId,
      body: { meterId: meter.id, value: parsed.value, ...(doubt && { confirmed: 'looked at again on the sheet' }) },
      of: null,
    });
  }
  return { drafts };
}
