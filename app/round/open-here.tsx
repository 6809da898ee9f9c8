'use client';

import { useState } from 'react';
import type { WalkDocument, WalkOpenThing } from '@/core/walk/document';
import { NamePick } from './name-pick';
import { Sheet } from './number-pad';
import type { StopDraft } from './stop-draft';

type OnWrite = (draft: StopDraft, thing: WalkOpenThing) => void;

/** What is open, with what can become of it: closed, handed on by name, or left open by somebody who has a name and a reason. */
export function OpenHere({
  things,
  person,
  people,
  onWrite,
}: {
  things: readonly WalkOpenThing[];
  person: WalkDocument['person'];
  people: WalkDocument['people'];
  onWrite: OnWrite;
}) {
  const [chosen, setChosen] = useState<WalkOpenThing | null>(null);
  return (
    <>
      {things.map((thing) => (
        <div key={thing.entryId} className="mt-3 border-l-4 border-ink pl-3">
          <p>
            <strong>{thing.isLock ? thing.name : `Open: ${thing.name}`}</strong> at {thing.machineCode}
            {thing.isLock ? '' : `, ${thing.runsWords}`}
            {thing.isWaived ? ', waived' : ''}; {thing.holder.initials} answers for it.
          </p>
          <div className="mt-2 grid grid-cols-2 gap-3">
            {(!thing.isLock || thing.holder.id === person.id) && (
              <button type="button" className="button min-h-14" onClick={() => onWrite(closing(thing), thing)}>
                {thing.isLock ? 'My lock is off' : 'It is closed'}
              </button>
            )}
            <button type="button" className="button min-h-14" onClick={() => setChosen(thing)}>
              It stays so
            </button>
          </div>
        </div>
      ))}
      <StaysSheet
        thing={chosen}
        people={people.filter(({ id }) => id !== chosen?.holder.id)}
        onClose={() => setChosen(null)}
        onWrite={(draft, thing) => {
          setChosen(null);
          onWrite(draft, thing);
        }}
      />
    </>
  );
}

/** What closes a thing, or takes a lock off. */
export const closing = ({ isLock, entryId, name }: WalkOpenThing): StopDraft =>
  isLock
    ? { kind: 'isolation', body: { does: 'unlock', lockId: entryId } }
    : { kind: 'close', body: { openId: entryId, name } };

const handingOn = ({ isLock, entryId, name }: WalkOpenThing, toId: string): StopDraft =>
  isLock
    ? { kind: 'isolation', body: { does: 'hand-on', lockId: entryId, toId } }
    : { kind: 'open', body: { does: 'hand-on', openId: entryId, toId, name } };

function StaysSheet({
  thing,
  people,
  onClose,
  onWrite,
}: {
  thing: WalkOpenThing | null;
  people: WalkDocument['people'];
  onClose: () => void;
  onWrite: OnWrite;
}) {
  const [allowedBy, setAllowedBy] = useState('');
  const [reason, setReason] = useState('');
  const [missing, setMissing] = useState(false);
  return (
    <Sheet open={thing !== null} onClose={onClose} title={thing ? `${thing.name} stays so` : ''}>
      {thing && (
        <>
          <NamePick
            label="Who answers for it from now on?"
            people={people}
            onPick={(toId) => onWrite(handingOn(thing, toId), thing)}
          />
          {!thing.isLock && (
            <fieldset className="mt-6">
              <legend className="text-lg font-semibold">Or somebody allowed it to stay open</legend>
              <label htmlFor="allowed-by" className="mt-3 block font-semibold">
                Who allowed it, by name
              </label>
              <input
                id="allowed-by"
                className="field mt-1 min-h-14"
                maxLength={80}
                value={allowedBy}
                onChange={(event) => setAllowedBy(event.target.value)}
              />
              <label htmlFor="waiver-reason" className="mt-3 block font-semibold">
                Why
              </label>
              <textarea
                id="waiver-reason"
                className="field mt-1"
                rows={2}
                value={reason}
                onChange={(event) => setReason(event.target.value)}
              />
              {missing && (
                <p role="alert" className="mt-2 border-l-4 border-ink pl-3">
                  A name and a reason, in a few words.
                </p>
              )}
              <button
                type="button"
                className="button mt-4 min-h-14 w-full"
                onClick={() => {
                  if (allowedBy.trim().length < 2 || reason.trim().length < 3) return setMissing(true);
                  const { entryId: openId, name } = thing;
                  onWrite(
                    {
                      kind: 'waiver',
                      body: { openId, name, allowedBy: allowedBy.trim(), reason: reason.trim() },
                    },
                    thing,
                  );
                }}
              >
                Write the waiver
              </button>
            </fieldset>
          )}
        </>
      )}
    </Sheet>
  );
}
