'use client';

import { Beside } from '@/components/beside';
import { asRead, day, number } from '@/components/words';
import { bandWords } from '@/core/register/asked-reading';
import { counts, outsideWords, pastLimit } from '@/core/condition/reading';
import { wearLeft } from '@/core/follow/reading-trend';
import { findingWords } from '@/core/words/findings';
import { machineStates } from '@/core/words/machine-states';
import type { AskedHere, TakenHere, TakenReading } from './taken';

export const withUnit = (value: number, unit: string) => `${asRead(value)}${unit && ` ${unit}`}`;

/** Where it should lie, and what it was the last time. */
export const hintOf = ({ band, unit, validIn, last }: AskedHere): string =>
  [
    bandWords(band, unit) || 'no limits said',
    last && `last ${withUnit(last.value, unit)} on ${day(last.at)}`,
    validIn && validIn !== 'any' && `counts when ${machineStates[validIn]}`,
  ]
    .filter(Boolean)
    .join('; ');

/** How a reading stands against its limits; empty where it lies within. */
function standingOf(asked: AskedHere, taken: TakenReading): string {
  if (taken.goesOn) return 'goes on: read it again';
  if (!counts(asked, taken)) return 'an observation: read it again as its limits are for';
  const past = pastLimit(asked, taken);
  return [
    past && `✗ ${past.side === 'low' ? 'below' : 'above'} ${past.isStop ? 'its stop' : 'its warning'}`,
    taken.sign && `✗ ${findingWords[taken.sign.what]}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** How long what wears may last with what was just measured; empty where nobody can say. */
function leftWords({ quantity, band, worn, hoursNow, unit }: AskedHere, { value }: TakenReading): string {
  const left = hoursNow === null ? undefined : wearLeft(quantity, band, [...worn, { hours: hoursNow, value }]);
  if (!left) return '';
  return left.ok
    ? `Reaches ${withUnit(left.limit, unit)} in about ${number(left.mid, 0)} run hours, ${number(left.low, 0)} to ${number(left.high, 0)}. ${left.notices.join(' ')}`
    : left.reason;
}

/** What is read at this stop: one button each, with where it should lie. */
export const StopReadings = ({
  asked,
  taken,
  onRead,
}: {
  asked: readonly AskedHere[];
  taken: TakenHere;
  onRead: (asked: AskedHere) => void;
}) =>
  asked.map((each) => {
    const read = taken[each.name];
    const standing = read ? standingOf(each, read) : '';
    const told = standing.startsWith('✗') ? outsideWords(each) : '';
    const left = read ? leftWords(each, read) : '';
    return (
      <div key={each.name}>
        <button
          type="button"
          className="button mt-3 min-h-14 w-full justify-between text-left"
          onClick={() => onRead(each)}
        >
          <span>
            {each.name}
            <span className="caption block">
              <Beside>{hintOf(each)}</Beside>
            </span>
          </span>
          <span className="text-right whitespace-nowrap">
            {read ? (
              <strong>
                <Beside>{withUnit(read.value, each.unit)}</Beside>
              </strong>
            ) : (
              'not read'
            )}
          </span>
        </button>
        {standing && <p className="border-l-4 border-ink pl-3 font-semibold">{standing}</p>}
        {left && (
          <p className="border-l-4 border-rule pl-3">
            <Beside>{left}</Beside>
          </p>
        )}
        {told && <p className="border-l-4 border-ink pl-3">{told}</p>}
      </div>
    );
  });
