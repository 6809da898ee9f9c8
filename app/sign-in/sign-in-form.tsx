'use client';

import { type ReactNode, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { signIn, signInDemo, chooseByLink } from './actions';

/** Goes on as somebody else: nothing of what was read for the one before stays in the page. */
const goTo = (path: string) => window.location.assign(path);

/** A form by which somebody gets in: what keeps them out stands above its one button. */
function WayIn({
  submit,
  busy,
  reason,
  label,
  children,
}: {
  submit: () => Promise<void>;
  busy: boolean;
  reason: string | null;
  label: string;
  children: ReactNode;
}) {
  return (
    <form
      method="post"
      className="grid gap-5"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      {children}
      <FormProblem reason={reason} title="Not signed in." />
      <button className="button button-first" disabled={busy}>
        {busy ? 'Signing in …' : label}
      </button>
    </form>
  );
}

/** Initials and password, filled in by whatever keeps passwords. */
export function SignInForm({ to }: { to: string }) {
  const { busy, reason, send } = useMutation();
  const [initials, setInitials] = useState('');
  const [password, setPassword] = useState('');
  const submit = async () => {
    const answer = await send(() => signIn({ initials, password }, to));
    if (answer.ok) goTo(answer.value.to);
    else setPassword('');
  };
  return (
    <WayIn submit={submit} busy={busy} reason={reason} label="Sign in">
      <label className="block">
        <span className="caption mb-1.5 block">Initials</span>
        <input
          className="field w-full"
          name="username"
          autoComplete="username"
          autoCapitalize="characters"
          spellCheck={false}
          required
          value={initials}
          onChange={(event) => setInitials(event.target.value)}
        />
      </label>
      <PasswordField label="Password" autoComplete="current-password" value={password} onChange={setPassword} />
    </WayIn>
  );
}

/** A password that may be looked at while it is typed. */
function PasswordField({
  label,
  autoComplete,
  value,
  onChange,
  hint,
}: {
  label: string;
  autoComplete: 'current-password' | 'new-password';
  value: string;
  onChange: (value: string) => void;
  hint?: string;
}) {
  const [isShown, setIsShown] = useState(false);
  return (
    <div>
      <label className="block">
        <span className="caption mb-1.5 block">{label}</span>
        <input
          className="field w-full"
          name="password"
          type={isShown ? 'text' : 'password'}
          autoComplete={autoComplete}
          required
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      </label>
      {hint && <p className="caption mt-2">{hint}</p>}
      <label className="mt-1 inline-flex min-h-11 items-center gap-2">
        <input type="checkbox" checked={isShown} onChange={() => setIsShown(!isShown)} />
        <span className="caption">show it</span>
      </label>
    </div>
  );
}

/** Chooses a password by a link that an administrator made. */
export function LinkForm({ token, initials }: { token: string; initials: string }) {
  const { busy, reason, send } = useMutation();
  const [password, setPassword] = useState('');
  const submit = async () => {
    const answer = await send(() => chooseByLink(token, password));
    if (answer.ok) goTo(answer.value.to);
  };
  return (
    <WayIn submit={submit} busy={busy} reason={reason} label="Take it and sign in">
      {/* So that whatever keeps passwords keeps this one under the right name. */}
      <input type="text" name="username" autoComplete="username" value={initials} readOnly hidden />
      <PasswordField
        label="Your new password"
        autoComplete="new-password"
        value={password}
        onChange={setPassword}
        hint="At least 12 characters. Three or four words that belong to nothing will do; paste one if you keep them somewhere."
      />
    </WayIn>
  );
}

/** The people of the demo, to sign in by one tap. */
export function DemoNames({ people, to }: { people: { initials: string; name: string; role: string }[]; to: string }) {
  const { busy, reason, send } = useMutation();
  const tap = async (initials: string) => {
    const answer = await send(() => signInDemo(initials, to));
    if (answer.ok) goTo(answer.value.to);
  };
  return (
    <>
      <ul className="rule-t">
        {people.map(({ initials, name, role }) => (
          <li key={initials} className="rule-b">
            <button
              type="button"
              disabled={busy}
              onClick={() => void tap(initials)}
              className="flex min-h-14 w-full items-center gap-4 px-2 text-left hover:bg-sheet"
            >
              <span className="w-10 border-r border-rule font-semibold">{initials}</span>
              <span className="grow">{name}</span>
              <span className="caption">{role}</span>
            </button>
          </li>
        ))}
      </ul>
      <FormProblem reason={reason} title="Not signed in." />
    </>
  );
}
