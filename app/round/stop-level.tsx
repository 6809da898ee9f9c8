'use client';

import { Beside } from '@/components/beside';
import { measured } from '@/components/words';
import { coolantCorrect } from '@/core/dosing/coolant-correct';
import type { WalkStop } from '@/core/walk/document';
import type { TakenHere } from './taken';

/** How the level is read and made up at a stop; nothing where nobody said. */
export const StopLevel = ({ level }: { level: readonly string[] }) =>
  level.length === 0 ? null : (
    <p className="mt-3 border-l-4 border-rule pl-3">
      <strong>Level.</strong> <Beside>{level.join(' ')}</Beside>
    </p>
  );

/** What brings a coolant sump back to its concentration, once it was read; the working is the bench's. */
export function CoolantAdvice({ stop, taken }: { stop: WalkStop; taken: TakenHere }) {
  const asked = stop.readings.find(({ quantity }) => quantity === 'concentration');
  const read = asked && taken[asked.name];
  if (!stop.coolant || !read) return null;
  const run = coolantCorrect.compute({ ...stop.coolant, readingPct: read.value });
  if (!run.ok)
    return (
      <p role="status" className="mt-3">
        <Beside>{run.reason}</Beside>
      </p>
    );
  const { concentrateL, waterL } = run.result;
  return (
    <div role="status" className="mt-3 border-l-4 border-ink pl-3">
      <p className="text-xl">
        <strong>
          <Beside>
            {concentrateL > 0
              ? `Add ${measured(concentrateL)} L of concentrate`
              : waterL > 0
                ? `Add ${measured(waterL)} L of water`
                : 'Nothing to add'}
          </Beside>
        </strong>
        , for {measured(stop.coolant.targetPct)} % of <Beside>{`${measured(stop.coolant.tankL)} L`}</Beside>.
      </p>
      {(concentrateL > 0 || waterL > 0) &&
        run.notices.map(({ text }) => (
          <p key={text}>
            <Beside>{text}</Beside>
          </p>
        ))}
      {(concentrateL > 0 || waterL > 0) && <p>Then read it again: the reading above can be tapped and taken anew.</p>}
    </div>
  );
}
