'use client';

import Link from 'next/link';
import { type ReactNode, useState } from 'react';
import { counted } from '@/components/words';
import type { WalkDocument } from '@/core/walk/document';
import { heldBy } from '@/core/walk/open-things';
import { longestNote } from '@/core/units/typed-field';
import { OpenHere } from './open-here';
import { asksMeanwhile } from './stop-meanwhile';
import type { StopDraft } from './stop-draft';
import type { Answer } from './use-round';

type Props = {
  document: WalkDocument;
  answers: Map<string, Answer>;
  waiting: number;
  /** Something was read or seen there, and is not written. */
  hasUnwritten: (taskId: string) => boolean;
  onGo: (place: number) => void;
  /** Writes what becomes of something that is open. */
  onWrite: (draft: StopDraft, machineId: string, pointId: string | null) => void;
  onSign: (body: Record<string, unknown>) => Promise<void>;
};

/** The end of a walk: what was done, what is left, and one's name under it. */
export function SignOff({ document, answers, waiting, hasUnwritten, onGo, onWrite, onSign }: Props) {
  const [text, setText] = useState('');
  const { stops, person, signedAt } = document;
  const skipped = stops.filter(({ taskId }) => answers.get(taskId)?.kind === 'skip').length;
  const left = stops.filter(({ taskId }) => !answers.has(taskId));
  const off = stops.filter(({ taskId }) => answers.get(taskId)?.off).length;
  const done = stops.length - skipped - left.length - off;
  const [missing, setMissing] = useState(false);
  const held = signedAt ? [] : heldBy(document.openThings, person.id);
  const tooLong = text.length > longestNote;
  return (
    <>
      <div className="grow px-4 pt-4">
        <h1 className="text-2xl">{signedAt ? 'The round is signed' : 'End of the round'}</h1>
        <p className="mt-2 text-lg">
          {counted(done, 'stop')} done, {off > 0 && `${off} not in order, `}
          {skipped} skipped, {left.length} left.
        </p>
        {waiting > 0 && (
          <p role="status" className="mt-2">
            {counted(waiting, 'entry', 'entries')} on this device, sent as soon as there is a connection. Nothing is
            lost when you close this page.
          </p>
        )}
        {held.length > 0 && (
          <>
            <h2 className="mt-5">Open, or locked, and yours</h2>
            <p className="mt-1">
              A machine is not handed back with these. Close them, take your lock off, hand them on by name, or have
              them waived.
            </p>
            <OpenHere
              things={held}
              person={person}
              people={document.people}
              onWrite={(draft, { machineId, pointId, taskId }) =>
                onWrite(taskId ? { ...draft, taskIds: [taskId] } : draft, machineId, pointId)
              }
            />
          </>
        )}
        {/* Both records are kept, or the plan was changed: somebody looks at them. */}
        <StopList
          title="Meanwhile, by others"
          stops={stops.filter((stop) => asksMeanwhile(stop, answers.get(stop.taskId)))}
          wordsOf={({ changed }) => (changed.length > 0 ? 'plan changed' : 'written twice')}
          onGo={(stop) => onGo(stops.indexOf(stop))}
        />
        {!signedAt && (
          <StopList
            title="Still open"
            stops={left}
            wordsOf={(stop) => (
              <>
                {stop.title}
                {hasUnwritten(stop.taskId) && <strong>read there, not written yet</strong>}
              </>
            )}
            onGo={(stop) => onGo(stops.indexOf(stop))}
          />
        )}
        {!signedAt && (
          <>
            <p className="mt-5 border-l-4 border-ink pl-3">
              Before you sign: plugs, caps, covers and guards back; tools and rags out; your lock and tag off by the
              site’s rules.
            </p>
            <label htmlFor="remark" className="mt-5 block font-semibold">
              {left.length > 0 ? 'Why stops are left open' : 'Remark'}
            </label>
            <textarea
              id="remark"
              className="field mt-1"
              rows={3}
              value={text}
              onChange={(event) => setText(event.target.value)}
              aria-invalid={tooLong || undefined}
            />
            {missing && text.trim().length < 3 && (
              <p role="alert" className="mt-1 border-l-4 border-ink pl-2">
                Stops are left open: say why, in a few words, for whoever comes next.
              </p>
            )}
            {tooLong && (
              <p role="alert" className="mt-1 border-l-4 border-ink pl-2">
                {text.length} characters; at most {longestNote} fit. Shorten it; what you typed is kept.
              </p>
            )}
          </>
        )}
      </div>
      <div className="sticky bottom-0 border-t border-ink bg-ground p-4">
        {signedAt ? (
          <Link href="/today" className="button button-first min-h-16 w-full text-lg">
            Back to today’s page
          </Link>
        ) : (
          <button
            type="button"
            className="button button-first min-h-16 w-full text-lg"
            disabled={tooLong || held.length > 0}
            onClick={() => {
              if (left.length > 0 && text.trim().length < 3) return setMissing(true);
              void onSign({
                scope: 'round',
                done,
                skipped,
                off,
                left: left.length,
                ...(text.trim() && { text: text.trim() }),
              });
            }}
          >
            Sign as {person.initials} {person.name}
          </button>
        )}
      </div>
    </>
  );
}

type Stop = WalkDocument['stops'][number];

/** Stops that somebody goes back to before signing; nothing where there is none. */
const StopList = ({
  title,
  stops,
  wordsOf,
  onGo,
}: {
  title: string;
  stops: readonly Stop[];
  wordsOf: (stop: Stop) => ReactNode;
  onGo: (stop: Stop) => void;
}) =>
  stops.length === 0 ? null : (
    <>
      <h2 className="mt-5">{title}</h2>
      <ul className="mt-1">
        {stops.map((stop) => (
          <li key={stop.taskId} className="rule-b">
            <button
              type="button"
              className="flex min-h-14 w-full items-center gap-3 text-left"
              onClick={() => onGo(stop)}
            >
              <strong>{stop.pointLabel}</strong> {wordsOf(stop)}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
