import { Fragment } from 'react';
import { Beside } from '@/components/beside';
import { asRead, day } from '@/components/words';
import { limitsWords } from '@/core/register/asked-reading';
import type { Procedure, StepOf } from '@/core/procedure/step';
import type { WalkStop } from '@/core/walk/document';
import { type LookAnswer, looks } from '@/core/words/looks';
import { machineStates } from '@/core/words/machine-states';
import { runsWords } from '@/core/words/runs-meanwhile';
import { type Who, putsNothingIn, whoMay } from '@/core/words/task-words';
import { isOwn } from '@/core/own';
import { type Gun, gunsFor, plannedDetail, plannedOf } from '@/app/round/planned';

export const Box = ({ children }: { children: string }) => (
  <span className="sheet-tick">
    <span aria-hidden="true" className="sheet-box" /> <Beside>{children}</Beside>
  </span>
);

/** One stop on paper: cautions before the work, boxes beside what is done. */
export function SheetStop({
  place,
  stop,
  guns,
  procedure,
}: {
  place: number;
  stop: WalkStop;
  guns: readonly Gun[];
  procedure: Procedure | null;
}) {
  return (
    <li className="sheet-stop">
      <div className="flex items-baseline gap-3 border-b border-ink">
        <span className="w-7 shrink-0 text-right text-lg font-semibold">{place}</span>
        <h3 className="grow">
          {stop.pointLabel}{' '}
          <span className="font-normal">
            {stop.pointName}, {stop.location || stop.areaName}
          </span>
        </h3>
        <span className="shrink-0 font-semibold">
          {machineStates[stop.machineState as keyof typeof machineStates].toUpperCase()}
        </span>
      </div>
      <div className="sheet-stop-body">
        <Warnings stop={stop} />
        <Work stop={stop} guns={guns} />
        <Readings stop={stop} />
        {procedure && <OpenAndWait procedure={procedure} />}
        <Answer stop={stop} />
      </div>
    </li>
  );
}

function Warnings({ stop }: { stop: WalkStop }) {
  const { cautions, doNots, energySources, machineState, heldBack, open, accessNote } = stop;
  const isLocked = machineState === 'isolated' || machineState === 'isolated-depressurised';
  return (
    <>
      {heldBack && (
        <p className="sheet-caution">
          <Beside>{heldBack.reason}</Beside>
        </p>
      )}
      {cautions && (
        <p className="sheet-caution">
          <strong>Caution.</strong> <Beside>{cautions}</Beside>
        </p>
      )}
      {doNots && (
        <p className="sheet-caution">
          <strong>Do not:</strong> <Beside>{doNots}</Beside>
        </p>
      )}
      {isLocked && energySources.length > 0 && (
        <p>
          <strong>Energies, own lock on each:</strong>{' '}
          {energySources.map(({ source, proofOfZero }) => (
            <Fragment key={source}>
              <Box>{`${source}: ${proofOfZero}`}</Box>{' '}
            </Fragment>
          ))}
          <Box>try-start: nothing moves</Box>
        </p>
      )}
      {open.map(({ entryId, said, foundOn }) => (
        <p key={entryId}>
          <strong>Open since {day(foundOn.slice(0, 10))}:</strong> {said}
        </p>
      ))}
      {accessNote && (
        <p>
          <strong>Access:</strong> {accessNote}
        </p>
      )}
    </>
  );
}

function Work({ stop, guns }: { stop: WalkStop; guns: readonly Gun[] }) {
  const { fitting } = gunsFor(stop, guns);
  const planned = plannedOf(stop, fitting[0] ?? null);
  const isLook = putsNothingIn(stop.action);
  return (
    <>
      <p className="sheet-work">
        <span className="font-semibold">
          {stop.title}
          <Beside>{isLook ? '' : `: ${planned.words}`}</Beside>
        </span>{' '}
        {stop.lubricant && !isLook && <span className="house-code">{stop.lubricant.code}</span>}{' '}
        <span>
          <Beside>{!isLook && plannedDetail(stop, planned)}</Beside>
          {stop.who !== 'technician' && `, by: ${isOwn(whoMay, stop.who) ? whoMay[stop.who as Who] : stop.who}`}
        </span>
      </p>
      {stop.enoughSign && (
        <p>
          <strong>Enough:</strong> <Beside>{stop.enoughSign}</Beside>
        </p>
      )}
      {stop.level.length > 0 && (
        <p>
          <Beside>{stop.level.join(' ')}</Beside>
        </p>
      )}
      {stop.procedureText && (
        <p>
          <Beside>{stop.procedureText}</Beside>
        </p>
      )}
      {stop.store && (
        <p>
          <Beside>{stop.store}</Beside>
        </p>
      )}
    </>
  );
}

/** What was read the last time and its limit, beside an empty box for today. */
function Readings({ stop: { readings, looks: asked } }: { stop: WalkStop }) {
  if (readings.length + asked.length === 0) return null;
  return (
    <table className="sheet-readings">
      <thead>
        <tr>
          <th scope="col">Read</th>
          <th scope="col">Last</th>
          <th scope="col">Limit</th>
          <th scope="col">Today</th>
        </tr>
      </thead>
      <tbody>
        {readings.map(({ name, unit, band, last, validIn }) => (
          <tr key={name}>
            <th scope="row" className="font-normal">
              {name}
              {validIn && `, ${machineStates[validIn]}`}
            </th>
            <td>
              <Beside>{last ? `${asRead(last.value)} ${unit}, ${day(last.at.slice(0, 10))}` : 'not read yet'}</Beside>
            </td>
            <td>
              <Beside>{limitsWords(band, unit) || 'none said'}</Beside>
            </td>
            <td className="sheet-today">{unit}</td>
          </tr>
        ))}
        {asked.map((look) => (
          <tr key={look}>
            <th scope="row" className="font-normal">
              {looks[look].words}
            </th>
            <td colSpan={2}>
              {Object.values<LookAnswer>(looks[look].answers).map(({ words: seen }) => (
                <Fragment key={seen}>
                  <Box>{seen}</Box>{' '}
                </Fragment>
              ))}
            </td>
            <td className="sheet-today" />
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What the job opens, with whether the machine may run meanwhile; and a clock for each wait. */
function OpenAndWait({ procedure: { steps } }: { procedure: Procedure }) {
  const usual = steps.filter(({ only }) => only === undefined);
  const opened = usual.filter((step): step is StepOf<'open'> => step.kind === 'open');
  const waits = usual.filter((step): step is StepOf<'wait'> => step.kind === 'wait' && step.minutes >= 5);
  if (opened.length + waits.length === 0) return null;
  return (
    <ul className="sheet-open">
      {opened.map((step) => (
        <li key={step.id}>
          <Box>opened</Box> <Box>closed</Box> {step.name} ({runsWords(step)})
        </li>
      ))}
      {waits.map((step) => (
        <li key={step.id}>
          {step.minutes} min{step.longer ? ` (${step.longer.minutes} min ${step.longer.when})` : ''}, {step.why}:{' '}
          <span className="whitespace-nowrap">
            start <span className="sheet-blank w-16" /> ready <span className="sheet-blank w-16" />
          </span>
        </li>
      ))}
    </ul>
  );
}

function Answer({ stop: { action, lubricant } }: { stop: WalkStop }) {
  const isLook = putsNothingIn(action);
  return (
    <p className="sheet-lines">
      <Box>done</Box>
      {isLook && <Box>not in order</Box>}
      {!isLook && lubricant && (
        <span>
          given <span className="sheet-blank w-20" />
        </span>
      )}
      {(action === 'oil-change' || action === 'drain') && (
        <span>
          out <span className="sheet-blank w-16" /> L
        </span>
      )}
      <span>
        <Box>not done because</Box> <span className="sheet-blank w-36" />
      </span>
      <span>
        finding no. <span className="sheet-blank w-16" />
      </span>
      <span className="grow">
        <span className="sheet-blank w-full" />
      </span>
    </p>
  );
}
