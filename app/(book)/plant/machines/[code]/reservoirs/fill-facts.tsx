'use client';

import { useState } from 'react';
import { Beside } from '@/components/beside';
import { NoticeLine } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { WorkingSteps } from '@/components/ui/working';
import { day, measured } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { computeStored } from '@/core/method';
import { oilFill } from '@/core/oil/fill';
import { type MachineState, machineStates } from '@/core/words/machine-states';
import { type FillRow, fillRowFor } from '@/core/register/reservoir';
import { parseQuantity } from '@/core/units/parse-quantity';
import { confirmFill } from '@/app/(book)/plant/actions';

type Facts = {
  id: string;
  mounting: string;
  fillTable: FillRow[];
  levelMarks: { levelMm: number; volumeL: number }[];
  confirmed: { position: string; volumeL: number; by: string; on: string } | null;
  capacityL: number | null;
  fillMark: string;
  checkMark: string;
  checkMarkState: MachineState | null;
  holdsPressure: boolean | null;
  settleMinutes: number | null;
};

/** How much belongs in: for the present mounting, confirmed by a person; and the litres of a level that was read. */
export function FillFacts({ reservoir }: { reservoir: Facts }) {
  const {
    id,
    mounting,
    fillTable,
    levelMarks,
    confirmed,
    capacityL,
    fillMark,
    checkMark,
    checkMarkState,
    holdsPressure,
    settleMinutes,
  } = reservoir;
  const { busy, reason, send } = useMutation();
  const row = fillRowFor(fillTable, mounting);
  const stands =
    confirmed !== null &&
    row !== undefined &&
    confirmed.position.toLowerCase() === row.position.toLowerCase() &&
    confirmed.volumeL === row.volumeL;
  return (
    <div className="grid gap-6 sm:grid-cols-2">
      <section aria-label="Fill">
        <p className="text-muted">How much belongs in</p>
        <p className="text-2xl">
          <Beside>
            {row ? `${measured(row.volumeL)} L` : capacityL === null ? 'not known' : `${measured(capacityL)} L`}
          </Beside>
        </p>
        {fillMark && <p>To the {fillMark}.</p>}
        {checkMark && (
          <p className="caption">
            Checked at the {checkMark}
            {checkMarkState && `, machine ${machineStates[checkMarkState]}`}
            {settleMinutes ? `, after ${measured(settleMinutes)} min` : ''}.
          </p>
        )}
        {row && (
          <>
            <p>
              For {row.position.toLowerCase()}
              {row.vent && `; vent: ${row.vent}`}
              {row.drain && `; drain: ${row.drain}`}.
            </p>
            {stands ? (
              <p className="caption">
                Confirmed by {confirmed.by}, {day(confirmed.on)}.
              </p>
            ) : (
              <div className="mt-2 border-l-4 border-ink pl-3">
                <p>
                  <strong>Not confirmed.</strong>{' '}
                  <Beside>
                    {confirmed
                      ? `It was ${measured(confirmed.volumeL)} L for ${confirmed.position.toLowerCase()}. `
                      : ''}
                  </Beside>
                  Look at the unit: is it mounted so, and are vent and drain where the table says?
                </p>
                <WhoMay action="plan">
                  <button
                    type="button"
                    className="button no-print mt-2"
                    disabled={busy}
                    onClick={() => void send(() => confirmFill(id))}
                  >
                    Confirm {measured(row.volumeL)} L, vent and drain
                  </button>
                </WhoMay>
              </div>
            )}
            <p role="alert">{reason}</p>
          </>
        )}
      </section>
      {levelMarks.length > 1 && (
        <LevelReading levelMarks={levelMarks} stateOfMark={checkMarkState} holdsPressure={holdsPressure} />
      )}
    </div>
  );
}

/** A level read off the glass or the stick, turned into litres and what is missing. */
function LevelReading({
  levelMarks,
  stateOfMark,
  holdsPressure,
}: {
  levelMarks: Facts['levelMarks'];
  stateOfMark: MachineState | null;
  holdsPressure: boolean | null;
}) {
  const [typed, setTyped] = useState('');
  const [state, setState] = useState<string>(stateOfMark ?? 'isolated');
  const parsed = typed.trim() === '' ? undefined : parseQuantity(typed, 'length');
  const full = [...levelMarks].sort((a, b) => b.volumeL - a.volumeL)[0]!;
  const run = parsed?.ok
    ? computeStored(oilFill, {
        levelMarks,
        levelMm: parsed.value,
        targetMm: full.levelMm,
        stateRead: state,
        stateOfMark,
        holdsPressure: holdsPressure ?? undefined,
      })
    : undefined;
  return (
    <section aria-labelledby="level" className="no-print">
      <h2 id="level" className="text-muted">
        A level that was read
      </h2>
      <div className="mt-1 grid grid-cols-[6rem_minmax(0,1fr)] gap-3">
        <label>
          <span className="caption">Level, mm</span>
          <input
            className="field text-right"
            inputMode="decimal"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            autoComplete="off"
          />
        </label>
        <label>
          <span className="caption">Machine was</span>
          <select className="field" value={state} onChange={(event) => setState(event.target.value)}>
            {Object.entries(machineStates).map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div role="status" className="mt-2">
        {parsed && !parsed.ok && <p className="border-l-4 border-ink pl-2">{parsed.reason}</p>}
        {run && !run.ok && <p className="border-l-4 border-ink pl-2">{run.reason}</p>}
        {run?.ok && (
          <>
            {run.result.volumeL !== undefined && (
              <p className="text-lg">
                <strong>
                  <Beside>{measured(run.result.volumeL)} L</Beside>
                </strong>{' '}
                in there
                {run.result.topUpL !== undefined && (
                  <>
                    , <Beside>{measured(run.result.topUpL)} L</Beside> missing to the top mark
                  </>
                )}
              </p>
            )}
            {run.stored.notices.map((notice, index) => (
              <NoticeLine key={index} notice={notice} />
            ))}
            <WorkingSteps steps={run.stored.working} />
          </>
        )}
      </div>
    </section>
  );
}
