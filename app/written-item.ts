import { type Names, entryWords, kindWords } from '@/components/entry-words';
import { clock, dayAndClock } from '@/components/words';
import type { WrittenItem } from '@/components/written-list';
import type { LogLine } from '@/desk/log/lines';
import { pointPath } from './due-item';

/** A line of the log as a diary line; `withDay` for lists that span days. */
export function writtenItem(
  { id, kind, body, happenedAt, person, machine, point, correctedById, replacesId, clockAhead }: LogLine,
  names: Names,
  timeZone: string,
  withDay = false,
): WrittenItem {
  const place =
    point && machine
      ? { href: pointPath(machine.code, point.number), label: point.label, name: `${machine.name}: ${point.name}` }
      : machine
        ? { href: `/plant/machines/${machine.code}`, label: machine.code, name: machine.name }
        : null;
  return {
    id,
    time: clock(happenedAt, timeZone),
    ...(withDay && { day: dayAndClock(happenedAt, timeZone).split(',')[0]! }),
    initials: person.initials,
    title: kindWords[kind],
    place,
    words: entryWords(kind, body, names),
    corrected: correctedById !== null,
    corrects: replacesId !== null,
    clockAhead,
  };
}
