'use client';

import { useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { SaidForm } from '@/components/ui/said-form';
import { SavedForm } from '@/components/ui/saved-form';
import { TextField } from '@/components/ui/fields';
import { useMutation } from '@/components/ui/use-mutation';
import { dayAndClock } from '@/components/words';
import { EndButton } from '@/app/end-button';
import { ShownOnce } from '@/app/shown-once';
import { addFeed, changePassword, choosePin, endFeed } from './actions';

/** Changes one's own password; one signs in anew with it. */
export function PasswordForm({ initials }: { initials: string }) {
  return (
    <SavedForm
      needs="own"
      initial={{ now: '', password: '' }}
      submitLabel="Change it"
      save={async (values) => {
        const answer = await changePassword(values);
        if (answer.ok) window.location.assign('/sign-in?to=/me');
        return answer;
      }}
    >
      <input type="text" name="username" autoComplete="username" value={initials} readOnly hidden />
      <TextField name="now" label="Your password as it is" type="password" autoComplete="current-password" required />
      <TextField
        name="password"
        label="The new one"
        type="password"
        autoComplete="new-password"
        hint="At least 12 characters. You are signed out everywhere and sign in with it."
        required
      />
    </SavedForm>
  );
}

/** Chooses the figures by which one changes to oneself on this device. */
export function PinForm({ device, isChosen }: { device: string; isChosen: boolean }) {
  const { busy, reason, send } = useMutation();
  return (
    <>
      <p className="mb-3 max-w-prose">
        On {device} you change to yourself by these figures, and nowhere else. A few wrong ones end them; your password
        goes on opening the book.
      </p>
      <SaidForm
        needs="own"
        initial={{ pin: '' }}
        submitLabel={isChosen ? 'Take another PIN' : 'Take this PIN'}
        saved="Your PIN is kept."
        clears
        save={choosePin}
      >
        <TextField name="pin" label="PIN" type="password" autoComplete="off" hint="4 to 8 figures" required />
      </SaidForm>
      <FormProblem reason={reason} />
      {isChosen && (
        <button
          type="button"
          className="button mt-3"
          disabled={busy}
          onClick={() => void send(() => choosePin({ pin: '' }))}
        >
          End my PIN here
        </button>
      )}
    </>
  );
}

/** Addresses by which one's calendar reads the rounds without signing in. */
export function CalendarAddresses({
  site,
  feeds,
  timeZone,
}: {
  site: string;
  feeds: { id: string; madeAt: string }[];
  timeZone: string;
}) {
  const { busy, reason, send } = useMutation();
  const [address, setAddress] = useState<string>();
  const make = async () => {
    const answer = await send(() => addFeed());
    if (answer.ok) setAddress(`${site}/api/calendar.ics?key=${answer.value.key}`);
  };
  return (
    <>
      <p className="max-w-prose">
        A calendar subscribes to the coming rounds by an address of its own. Whoever has the address reads them: end it
        when a phone is lost. With <code>&amp;route=R-PUMP</code> behind it one route alone.
      </p>
      <ul className="mt-2">
        {feeds.map(({ id, madeAt }) => (
          <li key={id} className="rule-b flex items-center gap-4 py-2">
            <span className="grow">Made {dayAndClock(madeAt, timeZone)}</span>
            <EndButton
              end={() => endFeed(id)}
              words="End it"
              label={`End the address made ${dayAndClock(madeAt, timeZone)}`}
            />
          </li>
        ))}
      </ul>
      <FormProblem reason={reason} />
      {address && <ShownOnce label="Address of your calendar" text={address} />}
      <button type="button" className="button mt-3" disabled={busy} onClick={() => void make()}>
        Make an address
      </button>
    </>
  );
}
