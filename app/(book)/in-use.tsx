'use client';

import { Disclosure } from '@/components/ui/disclosure';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { day } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import type { Retirable } from '@/desk/register/in-use';
import { setInUse } from './actions';

type Thing = { kind: Retirable; id: string; version: number; name: string };

function useSetting({ kind, id, version }: Thing) {
  const { busy, reason, send } = useMutation();
  return { busy, reason, set: (inUse: boolean) => void send(() => setInUse(kind, id, version, inUse)) };
}

/** Says since when something is out of use, and takes it back. */
export function OutOfUse({ retiredOn, ...thing }: Thing & { retiredOn: string }) {
  const { busy, reason, set } = useSetting(thing);
  return (
    <div className="no-print mt-6 max-w-prose">
      <div className="flex flex-wrap items-center gap-4 border-l-4 border-ink pl-4">
        <p>
          <strong>Out of use</strong> since {day(retiredOn)}: {thing.name}. What was written stays.
        </p>
        <WhoMay action="take-out">
          <button type="button" className="button" disabled={busy} onClick={() => set(true)}>
            Use {thing.name} again
          </button>
        </WhoMay>
      </div>
      <FormProblem reason={reason} />
    </div>
  );
}

/** Takes something out of use, saying what follows from it. Nothing is deleted. */
export function TakeOutOfUse({ what, ...thing }: Thing & { what: string }) {
  const { busy, reason, set } = useSetting(thing);
  return (
    <WhoMay action="take-out">
      <div className="no-print mt-6 max-w-prose">
        <Disclosure summary={<>Take {thing.name} out of use</>} className="">
          <p className="mt-2">{what} What was written stays, and it can be used again.</p>
          <p className="mt-3">
            <button type="button" className="button" disabled={busy} onClick={() => set(false)}>
              Out of use from today
            </button>
          </p>
        </Disclosure>
        <FormProblem reason={reason} />
      </div>
    </WhoMay>
  );
}

/** Whichever of the two holds. */
export const InUse = ({ retiredOn, what, ...thing }: Thing & { retiredOn: string | null | undefined; what: string }) =>
  retiredOn ? <OutOfUse {...thing} retiredOn={retiredOn} /> : <TakeOutOfUse {...thing} what={what} />;
