'use client';

import { Delete } from 'lucide-react';
import { useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { changeText } from '@/core/people/device-texts';
import { longestPin, shortestPin } from '@/core/people/pin';
import { signHere } from '@/outbox/device-key';
import { changeByPin } from './actions';

type Person = { id: string; initials: string; name: string };
const figures = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'] as const;

/** The people of a shared tablet: a tap on a name, and a PIN. */
export function PinNames({ deviceId, people, to }: { deviceId: string; people: Person[]; to: string }) {
  const [person, setPerson] = useState<Person | null>(null);
  if (person) return <PinPad deviceId={deviceId} person={person} to={to} back={() => setPerson(null)} />;
  return (
    <>
      <h2 id="by-pin" className="caption mb-2">
        Change by PIN
      </h2>
      <ul className="rule-t mb-8" aria-labelledby="by-pin">
        {people.map((each) => (
          <li key={each.id} className="rule-b">
            <button
              type="button"
              onClick={() => setPerson(each)}
              className="flex min-h-14 w-full items-center gap-4 px-2 text-left hover:bg-sheet"
            >
              <span className="w-10 border-r border-rule font-semibold">{each.initials}</span>
              <span className="grow">{each.name}</span>
              <span className="caption">PIN</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Figures for a gloved hand; a keyboard types them too. */
function PinPad({ deviceId, person, to, back }: { deviceId: string; person: Person; to: string; back: () => void }) {
  const { busy, reason, send, say } = useMutation();
  const [pin, setPin] = useState('');
  const submit = async () => {
    const at = Date.now();
    const signed = await signHere([changeText(deviceId, person.id, at)]);
    if (signed?.deviceId !== deviceId) {
      say('This device has lost its key. Sign in by your password, and have it enrolled anew.');
      return;
    }
    const answer = await send(() =>
      changeByPin({ personId: person.id, pin, at, signature: signed.signatures[0]! }, to),
    );
    if (answer.ok) window.location.assign(answer.value.to);
    else setPin('');
  };
  return (
    <form
      className="mb-8 grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <label className="block">
        <span className="caption mb-1.5 block">PIN of {person.name}</span>
        <input
          className="field w-full text-center text-2xl tracking-[0.4em]"
          type="password"
          inputMode="numeric"
          autoComplete="off"
          maxLength={longestPin}
          required
          // The pad is what was tapped for; the keyboard goes on at once.
          // eslint-disable-next-line jsx-a11y/no-autofocus
          autoFocus
          value={pin}
          onChange={(event) => setPin(event.target.value.replace(/\D/g, ''))}
        />
      </label>
      <div className="grid grid-cols-3 gap-2">
        {figures.map((figure) => (
          <button
            key={figure}
            type="button"
            className={`button min-h-14 text-xl ${figure === '0' ? 'col-start-2' : ''}`}
            onClick={() => setPin((before) => (before + figure).slice(0, longestPin))}
          >
            {figure}
          </button>
        ))}
        <button
          type="button"
          className="button min-h-14"
          aria-label="Take the last figure back"
          onClick={() => setPin((before) => before.slice(0, -1))}
        >
          <Delete aria-hidden="true" />
        </button>
      </div>
      <FormProblem reason={reason} title="Not changed." />
      <div className="flex gap-3">
        <button className="button button-first min-h-14 grow" disabled={busy || pin.length < shortestPin}>
          {busy ? 'Changing …' : `Go on as ${person.initials}`}
        </button>
        <button type="button" className="button min-h-14" onClick={back}>
          Back
        </button>
      </div>
    </form>
  );
}
