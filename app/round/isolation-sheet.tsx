'use client';

import { Beside } from '@/components/beside';
import { useState } from 'react';
import type { WalkStop } from '@/core/walk/document';
import { Sheet } from './number-pad';

/** Where nobody wrote the machine's energies down: the site's own list is gone through. */
const byTheSite = [{ source: 'every energy of the machine', proofOfZero: 'as the site’s rules say' }];

type Props = {
  stop: WalkStop;
  /** The number that was on the own lock last. */
  lastLockNo: string;
  onLock: (body: Record<string, unknown>) => void;
  onUnsafe: () => void;
};

/** The own lock, energy by energy: what was done is written down, nothing is permitted by it. */
export const IsolationSheet = ({ isOpen, onClose, ...props }: Props & { isOpen: boolean; onClose: () => void }) => (
  <Sheet open={isOpen} onClose={onClose} title={`My lock at ${props.stop.machineCode}`}>
    {/* Proved anew each time that it is opened: what was gone once may be back. */}
    {isOpen && <Proofs {...props} />}
  </Sheet>
);

function Proofs({ stop: { energySources }, lastLockNo, onLock, onUnsafe }: Props) {
  const energies = energySources.length > 0 ? energySources : byTheSite;
  const steps = [
    ...energies.map(({ source, proofOfZero }) => ({ key: source, words: `${source}: ${proofOfZero}` })),
    { key: 'try', words: 'Tried to start: it did not' },
    { key: 'off', words: 'Controls back to off' },
  ];
  const [done, setDone] = useState<readonly string[]>([]);
  const [lockNo, setLockNo] = useState(lastLockNo);
  const [missing, setMissing] = useState(false);
  const isWhole = steps.every(({ key }) => done.includes(key)) && lockNo.trim() !== '';
  return (
    <>
      <p className="mt-3 border-l-4 border-ink pl-3">
        The site’s rules for isolating come first. Everybody has an own lock. This page writes down what you did; it
        does not permit.
      </p>
      <div className="mt-3 grid gap-2">
        {steps.map(({ key, words }) => (
          <button
            key={key}
            type="button"
            role="checkbox"
            aria-checked={done.includes(key)}
            className={`button min-h-14 justify-start text-left ${done.includes(key) ? 'button-first' : ''}`}
            onClick={() => setDone(done.includes(key) ? done.filter((each) => each !== key) : [...done, key])}
          >
            <span aria-hidden="true">{done.includes(key) ? '✓' : '○'}</span> <Beside>{words}</Beside>
          </button>
        ))}
      </div>
      <label htmlFor="lock-number" className="mt-4 block font-semibold">
        Number on your lock or tag
      </label>
      <input
        id="lock-number"
        className="field mt-1 min-h-14"
        inputMode="numeric"
        maxLength={40}
        value={lockNo}
        onChange={(event) => setLockNo(event.target.value)}
      />
      {missing && !isWhole && (
        <p role="alert" className="mt-2 border-l-4 border-ink pl-3">
          Each energy proved gone, tried to start, controls back, and the number of your lock: then it is written.
        </p>
      )}
      <div className="mt-auto grid gap-3 pt-4">
        <button
          type="button"
          className="button button-first min-h-16 text-lg"
          onClick={() => {
            if (!isWhole) return setMissing(true);
            onLock({
              does: 'lock',
              lockNo: lockNo.trim(),
              proved: energies.map(({ source, proofOfZero }) => ({ source, proof: proofOfZero || 'proved gone' })),
              tryStarted: true,
              controlsBack: true,
            });
          }}
        >
          My lock is on
        </button>
        <button type="button" className="button min-h-14" onClick={onUnsafe}>
          Unclear or unsafe: stop here
        </button>
      </div>
    </>
  );
}
