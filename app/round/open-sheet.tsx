'use client';

import { Beside } from '@/components/beside';
import { measured, number } from '@/components/words';
import type { WalkDocument, WalkStop } from '@/core/walk/document';
import { eventWords } from '@/core/words/events';
import { NumberPad, Sheet } from './number-pad';
import { type Gun } from './planned';
import { LookSheet } from './stop-looks';
import { ReadingSheet } from './reading-sheet';
import { foundAt } from './taken';
import type { useTaken } from './use-taken';
import { SampleSheet } from './sample-sheet';
import { TrickSheet } from './trick-sheet';
import { EventSheet, FindingSheet, PurgeSheet, SkipSheet } from './stop-sheets';
import type { OpenSheet, StopDraft } from './stop-draft';

type Props = {
  stop: WalkStop;
  sheet: OpenSheet;
  /** What is given is counted in it. */
  unit: string;
  guns: readonly Gun[];
  /** Why a reading that was typed is hard to believe. */
  doubt: string | null;
  /** What was read and seen here. */
  here: Pick<ReturnType<typeof useTaken>, 'body' | 'taken' | 'take' | 'see' | 'leave'>;
  onClose: () => void;
  onWrite: (...drafts: StopDraft[]) => void;
  onGiven: (value: number) => void;
  onDrained: (value: number) => void;
  onFlushed: (value: number) => void;
  onGun: (id: string) => void;
  onPurged: (purge: 'shown' | 'not-shown') => void;
  onRead: (meter: WalkDocument['meters'][number], value: number, typed: string) => Promise<void>;
};

/** The sheets of a stop, of which one is open at most. */
export function StopSheets({
  stop,
  sheet,
  unit,
  guns,
  doubt,
  here,
  onClose,
  onWrite,
  onGiven,
  onDrained,
  onFlushed,
  onGun,
  onPurged,
  onRead,
}: Props) {
  return (
    <>
      <SkipSheet
        open={sheet === 'skip'}
        onClose={onClose}
        onSkip={(reason) => {
          onClose();
          void here.leave(reason);
        }}
      />
      <FindingSheet
        open={sheet === 'finding' || sheet === 'off'}
        title={sheet === 'off' ? 'Not in order' : 'Something is off'}
        point={foundAt(stop)}
        onClose={onClose}
        onWrite={(finding) => {
          // A look that found something answers its stop, and is not done by it.
          const off: StopDraft[] =
            sheet === 'off' ? [{ kind: 'check', body: { result: 'off', ...here.body }, taskIds: [stop.taskId] }] : [];
          onWrite({ kind: 'finding', body: finding }, ...off);
        }}
      />
      <EventSheet
        open={sheet === 'event'}
        onClose={onClose}
        onEvent={(event) => onWrite({ kind: 'note', body: { event, text: eventWords[event] } })}
      />
      <TrickSheet open={sheet === 'trick'} onClose={onClose} onWrite={(body) => onWrite({ kind: 'note', body })} />
      <PurgeSheet open={sheet === 'purge'} onClose={onClose} onEnd={onPurged} />
      <Sheet open={sheet === 'amount'} onClose={onClose} title={stop.pointLabel}>
        <NumberPad
          label="How much went in?"
          unit={unit}
          submitLabel="Take this number"
          onSubmit={(value) => onGiven(unit === 'strokes' ? Math.round(value) : value)}
        />
      </Sheet>
      <MeasuredSheets stop={stop} sheet={sheet} onClose={onClose} onDrained={onDrained} onFlushed={onFlushed} />
      <SampleSheet
        open={sheet === 'sample'}
        onClose={onClose}
        onWrite={(body) => onWrite({ kind: 'sample', body, taskIds: [stop.taskId] })}
      />
      <Sheet open={sheet === 'gun'} onClose={onClose} title="Which gun is in your hand?">
        <div className="mt-4 grid gap-2">
          {guns.map(({ id, code, name, gramsPerStroke }) => (
            <button key={id} type="button" className="button min-h-16 justify-between" onClick={() => onGun(id)}>
              <span>
                {code} {name}
              </span>
              <span>
                <Beside>{measured(gramsPerStroke)} g a stroke</Beside>
              </span>
            </button>
          ))}
        </div>
      </Sheet>
      <ReadingSheet
        asked={sheet !== null && typeof sheet === 'object' && 'asked' in sheet ? sheet.asked : null}
        taken={here.taken}
        place={{
          machineState: stop.machineState,
          pointKind: stop.pointKind,
          justGreased: stop.action === 'grease',
        }}
        onClose={onClose}
        onTake={here.take}
      />
      <LookSheet
        name={sheet !== null && typeof sheet === 'object' && 'look' in sheet ? sheet.look : null}
        onClose={onClose}
        onSeen={here.see}
      />
      <Sheet
        open={sheet !== null && typeof sheet === 'object' && 'meter' in sheet}
        onClose={onClose}
        title={stop.machineCode}
      >
        {sheet !== null && typeof sheet === 'object' && 'meter' in sheet && (
          <NumberPad
            label={`${sheet.meter.name} shows`}
            unit={sheet.meter.unit === 'hours' ? 'h' : sheet.meter.unit}
            hint={sheet.meter.lastValue === null ? 'Never read before' : `Last: ${number(sheet.meter.lastValue)}`}
            problem={doubt && `${doubt} If it is right, press again: it is kept, marked, and left out of the forecast.`}
            submitLabel={doubt ? 'It is right: write it' : 'Write reading'}
            onSubmit={(value, typed) => void onRead(sheet.meter, value, typed)}
          />
        )}
      </Sheet>
    </>
  );
}

/** What came out, and what went in only to come out again. */
const MeasuredSheets = ({
  stop,
  sheet,
  onClose,
  onDrained,
  onFlushed,
}: Pick<Props, 'stop' | 'sheet' | 'onClose' | 'onDrained' | 'onFlushed'>) => (
  <>
    <Sheet open={sheet === 'drained'} onClose={onClose} title={stop.pointLabel}>
      <NumberPad
        label="How much came out?"
        unit="L"
        submitLabel="Take this number"
        onSubmit={(value) => {
          onClose();
          onDrained(value);
        }}
      />
    </Sheet>
    <Sheet open={sheet === 'flush'} onClose={onClose} title={stop.pointLabel}>
      <NumberPad
        label="How much flushing oil?"
        unit="L"
        hint={stop.flush}
        submitLabel="Write the flush"
        onSubmit={(value) => {
          onClose();
          onFlushed(value);
        }}
      />
    </Sheet>
  </>
);
