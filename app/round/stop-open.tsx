import { Beside } from '@/components/beside';
import { useState } from 'react';
import { day as dayWords } from '@/components/words';
import type { WalkOpenThing, WalkStop } from '@/core/walk/document';
import { urgencies } from '@/core/words/findings';
import type { OnWrite } from './stop-draft';

/** What is open at a stop, or stops its machine: known before anything is done there. */
export const OpenWords = ({ open }: { open: WalkStop['open'] }) =>
  open.map(({ entryId, said, text, urgency, foundOn, elsewhere }) => (
    <p key={entryId} className="mt-2 border-l-4 border-ink pl-3">
      <strong className={urgency === 'act-now' ? 'text-stop' : ''}>
        {elsewhere ? `Open at ${elsewhere}` : 'Open here'}, {urgencies[urgency]}:
      </strong>{' '}
      <Beside>{text ? `${said}: ${text}` : said}</Beside> (found {dayWords(foundOn)})
    </p>
  ));

/** What stands open at the machine, and whose locks are on: known before anybody reaches in or starts it. */
export const StandsOpen = ({ things }: { things: readonly WalkOpenThing[] }) =>
  things.length === 0 ? null : (
    <p className="mt-2 border-l-4 border-ink pl-3">
      <strong className="text-stop">Stands open at {things[0]!.machineCode}:</strong>{' '}
      <Beside>
        {things
          .map(({ isLock, name, runsWords, holder }) => `${name} (${isLock ? holder.initials : runsWords})`)
          .join('; ')}
      </Beside>
    </p>
  );

/** What is open here and is seen once more is said with one tap, and so is not forgotten. */
export function StillSo({ open, onWrite }: { open: WalkStop['open']; onWrite: OnWrite }) {
  const [written, setWritten] = useState<readonly string[]>([]);
  return open
    .filter(({ elsewhere }) => elsewhere === null)
    .map(({ entryId, said, again }) =>
      written.includes(entryId) ? (
        <p key={entryId} role="status" className="mt-3">
          Written: still so, {said}.
        </p>
      ) : (
        <button
          key={entryId}
          type="button"
          className="button mt-3 min-h-14 w-full"
          onClick={() => {
            setWritten([...written, entryId]);
            void onWrite({ kind: 'finding', body: again });
          }}
        >
          Still so: {said}
        </button>
      ),
    );
}
