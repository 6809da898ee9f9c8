'use client';

import { Check, Minus, X } from 'lucide-react';
import { useSearchParams } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { Beside, UnitsBeside } from '@/components/beside';
import { CarryTable } from '@/components/carry-list';
import { counted } from '@/components/words';
import { numbersOf } from '@/core/capacity/trade-numbers';
import { answeringKinds } from '@/core/entry/kinds';
import { carried, carryStops } from '@/core/walk/carried';
import type { WalkDocument, WalkStop } from '@/core/walk/document';
import { isOpening } from '@/core/walk/open-things';
import { Notices } from './notices';
import { RoundsHere } from './rounds-here';
import { SignOff } from './sign-off';
import { StopView } from './stop-view';
import { useDeviceTrouble } from '@/components/device-trouble';
import { useKept } from './use-kept';
import { type Answer, holdMs, useRound } from './use-round';
import { Waits } from './waits';

/** A walk, one stop at a time, for a phone in a gloved hand; without one, those that are on this device. */
export function RoundPage() {
  const id = useSearchParams().get('id');
  return id ? <Round key={id} id={id} /> : <RoundsHere />;
}

function Round({ id }: { id: string }) {
  const round = useRound(id);
  const kept = useKept(id);
  if (round.loaded.state === 'loading' || !kept.isLoaded)
    return (
      <main className="p-6">
        <p role="status">Opening the round …</p>
      </main>
    );
  if (round.loaded.state === 'failed') {
    return (
      <main className="mx-auto max-w-xl p-6" role="alert">
        <h1 className="text-2xl">The round cannot be opened</h1>
        <p className="mt-3">{round.loaded.reason}</p>
        <p className="mt-6">
          <a href="/round" className="button min-h-14">
            Rounds on this device
          </a>
        </p>
      </main>
    );
  }
  return (
    <UnitsBeside units={round.loaded.document.unitsBeside}>
      <Walk {...round} kept={kept} document={round.loaded.document} fromDevice={round.loaded.fromDevice} />
    </UnitsBeside>
  );
}

/** Where on the strip the list of what is carried stands: before the first stop. */
const cartPlace = -1;

/** So long a stop that came by an answer takes none (ms), and so many answers can be taken back one by one. */
const shutMs = 1000;
const recentMost = 3;

const openingWords: Readonly<Record<string, string>> = {
  open: 'opened',
  close: 'closed',
  waiver: 'waived',
  isolation: 'lock written',
};

const writtenWords = ({ kind, body }: { kind: string; body: Record<string, unknown> }): string => {
  if (kind === 'skip') return 'skipped';
  if (kind === 'finding') return 'finding written';
  if (kind === 'reading') return 'meter read';
  if (kind === 'note') return 'note written';
  if (kind === 'correction') return 'taken out of the book';
  if (openingWords[kind]) return openingWords[kind];
  return body.result === 'off' ? 'not in order' : 'done';
};

/** What of this device is in the book. */
const Sending = ({ away, waiting }: { away: boolean; waiting: number }) => (
  <p className="caption text-right" role="status">
    {away ? 'no connection, ' : ''}
    {waiting === 0 ? 'all sent' : `${waiting} waiting`}
  </p>
);

type WalkProps = Omit<ReturnType<typeof useRound>, 'loaded'> & {
  document: WalkDocument;
  fromDevice: boolean;
  kept: ReturnType<typeof useKept>;
};

function Walk({ document, fromDevice, kept, answers, queue, offline, signedOut, write, undo, seeChange }: WalkProps) {
  const { stops, guns, meters, route, signedAt } = document;
  const firstOpen = (after = -1) => {
    const open = (index: number) => !answers.has(stops[index]!.taskId);
    const order = [...stops.keys()];
    return [...order.slice(after + 1), ...order.slice(0, Math.max(0, after + 1))].find(open) ?? stops.length;
  };
  // The last place is the sign-off.
  const [place, setPlace] = useState(() => (signedAt ? stops.length : firstOpen()));
  const [recent, setRecent] = useState<{ entryId: string; label: string; words: string }[]>([]);
  // A glove taps twice: what came by an answer takes none for a moment.
  const [shut, setShut] = useState(false);
  useEffect(() => {
    if (!shut) return undefined;
    const timer = setTimeout(() => setShut(false), shutMs);
    return () => clearTimeout(timer);
  }, [shut]);
  const stop = stops[place];
  const trouble = useDeviceTrouble();

  const answered = async (drafts: Parameters<typeof write>[0]) => {
    // What closes, waives or hands on leaves at once: only what was opened by mistake can be taken back.
    const entries = await write(
      drafts,
      drafts.every((draft) => !isOpening(draft) || draft.body.does === 'open'),
    );
    // The device kept nothing and says why: the stop is as it was.
    if (entries === null) return;
    const written = entries.map((entry) => ({
      entryId: entry.id,
      label: stop!.pointLabel,
      words: writtenWords(entry),
    }));
    setRecent((before) => [...written.reverse(), ...before].slice(0, recentMost));
    // What answers no task leaves its stop open, and so one stays there.
    if (!drafts.some(({ taskIds, kind }) => taskIds !== undefined && answeringKinds.includes(kind))) return;
    setShut(true);
    setPlace(nextOpen(stops, answers, place));
  };

  return (
    <main className="in-hand mx-auto flex min-h-dvh max-w-xl flex-col">
      <header className="border-b border-ink">
        <div className="flex h-14 items-center justify-between gap-3 px-4">
          <p>
            <a
              href="/round"
              title="Rounds on this device"
              className="inline-flex min-h-14 min-w-14 items-center font-semibold"
            >
              {route.code}
            </a>{' '}
            <span className="text-muted">{route.name}</span>
          </p>
          <Sending away={offline || (fromDevice && queue.length > 0)} waiting={queue.length} />
        </div>
        <Strip document={document} answers={answers} place={place} onGo={setPlace} />
      </header>
      <Waits stops={stops} keptOf={kept.of} place={place} onGo={setPlace} />
      <Notices trouble={trouble} queue={queue} signedOut={signedOut} onTakeOff={(id) => void undo(id)} />
      {place === cartPlace ? (
        <Cart document={document} answers={answers} />
      ) : stop ? (
        <StopView
          key={stop.taskId}
          stop={stop}
          heldBack={isHeldBack(stop, answers) ? stop.heldBack!.reason : null}
          answer={answers.get(stop.taskId)}
          guns={guns}
          shut={shut}
          meters={meters.filter(({ machineId }) => machineId === stop.machineId)}
          around={aroundOf(document, stop)}
          kept={kept.of(stop.taskId)}
          onKeep={(here) => kept.keep(stop.taskId, here)}
          onSeen={() => seeChange(stop.taskId)}
          onNext={() => setPlace(firstOpen(place))}
          onWrite={(...drafts) =>
            answered(
              drafts.map((draft) => ({
                ...draft,
                machineId: stop.machineId,
                pointId: draft.kind === 'reading' ? null : stop.pointId,
              })),
            )
          }
        />
      ) : (
        <SignOff
          document={document}
          answers={answers}
          waiting={queue.length}
          hasUnwritten={kept.has}
          onGo={setPlace}
          onWrite={(draft, machineId, pointId) => void write([{ ...draft, machineId, pointId }], false)}
          onSign={async (body) => void (await write([{ kind: 'hand-over', machineId: null, body }], false))}
        />
      )}
      {/* Over the name of the route alone: the stops below it stay in reach. */}
      <div className="fixed inset-x-0 top-0 z-10 mx-auto flex max-w-xl overflow-x-auto bg-ink text-sheet" role="status">
        {recent.map(({ entryId, label, words }, index) => (
          <TakeBack
            key={entryId}
            label={label}
            words={words}
            newest={index === 0}
            stillHere={queue.some(({ id, heldUntil, queuedAt }) => id === entryId && heldUntil > queuedAt)}
            onTakeBack={async () => {
              const place = stops.findIndex(({ taskId }) => answers.get(taskId)?.entryId === entryId);
              await undo(entryId);
              setRecent((before) => before.filter((each) => each.entryId !== entryId));
              if (place >= 0) setPlace(place);
            }}
          />
        ))}
      </div>
    </main>
  );
}

/** What a stop needs of its round besides itself. */
const aroundOf = ({ procedures, openThings, person, people }: WalkDocument, stop: WalkStop) => ({
  procedure: stop.procedure === null ? null : (procedures[stop.procedure] ?? null),
  openThings: openThings.filter(({ machineId }) => machineId === stop.machineId),
  person,
  people,
});

/** Until what it waits for is done, which this round may have done since it began. */
const isHeldBack = ({ heldBack }: WalkStop, answers: Map<string, Answer>): boolean =>
  heldBack !== null && !heldBack.until.some((taskId) => answers.has(taskId) && answers.get(taskId)!.kind !== 'skip');

/** The next stop that is open once the present one is answered; the sign-off when none is. */
function nextOpen(stops: WalkDocument['stops'], answers: Map<string, Answer>, place: number): number {
  const order = [...stops.keys()];
  return (
    [...order.slice(place + 1), ...order.slice(0, place)].find((index) => !answers.has(stops[index]!.taskId)) ??
    stops.length
  );
}

/** What is carried to the stops that are still open. */
function Cart({ document, answers }: { document: WalkDocument; answers: Map<string, Answer> }) {
  const open = document.stops.filter(({ taskId }) => !answers.has(taskId));
  return (
    <section aria-labelledby="carried" className="px-4 py-4">
      <h1 id="carried" className="text-2xl">
        What is carried
      </h1>
      <p className="mb-3 text-muted">For {counted(open.length, 'stop')} still open, a spare with it.</p>
      <CarryTable list={carried(carryStops({ ...document, stops: open }), numbersOf(document.ownNumbers))} />
    </section>
  );
}

/** All stops at a glance; tap to jump, out of order is normal. */
function Strip({
  document,
  answers,
  place,
  onGo,
}: {
  document: WalkDocument;
  answers: Map<string, Answer>;
  place: number;
  onGo: (place: number) => void;
}) {
  const here = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [place]);
  return (
    <nav aria-label="Stops" className="overflow-x-auto">
      <ol className="flex px-4 pb-1">
        <li>
          <button
            type="button"
            onClick={() => onGo(cartPlace)}
            aria-current={place === cartPlace ? 'step' : undefined}
            aria-label="What is carried"
            className={`flex h-14 min-w-14 items-end justify-center border-b-4 px-3 pb-1 ${place === cartPlace ? 'border-ink font-bold' : 'border-transparent'}`}
          >
            Cart
          </button>
        </li>
        {document.stops.map((stop, index) => {
          const answer = answers.get(stop.taskId);
          const state =
            answer === undefined ? 'open' : answer.kind === 'skip' ? 'skipped' : answer.off ? 'not in order' : 'done';
          return (
            <li key={stop.taskId}>
              <button
                type="button"
                ref={index === place ? here : undefined}
                aria-current={index === place ? 'step' : undefined}
                onClick={() => onGo(index)}
                aria-label={`Stop ${index + 1}, ${stop.pointLabel} ${stop.title}, ${state}`}
                className={`flex h-14 w-14 flex-col items-center justify-end border-b-4 pb-1 ${index === place ? 'border-ink font-bold' : 'border-transparent'}`}
              >
                {state === 'done' ? (
                  <Check aria-hidden="true" size={18} />
                ) : state === 'not in order' ? (
                  <X aria-hidden="true" size={18} />
                ) : state === 'skipped' ? (
                  <Minus aria-hidden="true" size={18} />
                ) : (
                  <span aria-hidden="true" className="mb-1 h-3 border-l-2 border-ink" />
                )}
                <span>{index + 1}</span>
              </button>
            </li>
          );
        })}
        <li>
          <button
            type="button"
            onClick={() => onGo(document.stops.length)}
            aria-current={place === document.stops.length ? 'step' : undefined}
            className={`flex h-14 items-end border-b-4 px-3 pb-1 ${place === document.stops.length ? 'border-ink font-bold' : 'border-transparent'}`}
          >
            Sign
          </button>
        </li>
      </ol>
    </nav>
  );
}

/** For eight seconds an answer can be taken back; it has not left the device yet. The newest says what it was. */
function TakeBack({
  label,
  words,
  newest,
  stillHere,
  onTakeBack,
}: {
  label: string;
  words: string;
  newest: boolean;
  stillHere: boolean;
  onTakeBack: () => Promise<void>;
}) {
  const [over, setOver] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setOver(true), holdMs - 300);
    return () => clearTimeout(timer);
  }, []);
  if (over || (!newest && !stillHere)) return null;
  return (
    <div
      className={`flex min-h-14 items-center gap-3 px-4 ${newest ? 'grow justify-between' : 'border-l border-sheet'}`}
    >
      {newest && (
        <span>
          {label} <Beside>{words}</Beside>.
        </span>
      )}
      {stillHere && (
        <button
          type="button"
          className="min-h-14 font-semibold whitespace-nowrap underline focus-visible:outline-sheet"
          aria-label={newest ? 'Take back' : `Take back ${label} ${words}`}
          onClick={() => void onTakeBack()}
        >
          {newest ? 'Take back' : `↶ ${label}`}
        </button>
      )}
    </div>
  );
}
