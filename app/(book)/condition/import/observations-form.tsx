'use client';

import { useState } from 'react';
import { FileOrRows } from '@/components/file-or-rows';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted } from '@/components/words';
import type { ObservedFault } from '@/core/follow/observed-rows';
import { planObservations, takeObservations } from '../actions';

/** So many faults stand on the page; the rest is counted. */
const shownFaults = 50;

type Looked = { looks: number; readings: number; faults: ObservedFault[] };

/** A file or pasted rows: looked at first, written when it is confirmed. What was pasted stays until then. */
export function ObservationsForm() {
  const [text, setText] = useState('');
  const [looked, setLooked] = useState<Looked | null>(null);
  const [said, setSaid] = useState('');
  const [left, setLeft] = useState<ObservedFault[]>([]);
  const { busy, reason, send } = useMutation();
  const look = async (rows: string) => {
    setSaid('');
    setLeft([]);
    const answer = await send(() => planObservations({ text: rows }));
    setLooked(
      answer.ok
        ? {
            looks: answer.value.looks.length,
            readings: answer.value.looks.reduce((sum, { values }) => sum + values.length, 0),
            faults: answer.value.faults,
          }
        : null,
    );
  };
  const confirm = async () => {
    const answer = await send(() => takeObservations({ text }));
    if (!answer.ok) return;
    const { stored, known, faults } = answer.value;
    setLooked(null);
    setText('');
    setLeft(faults);
    setSaid(
      `${counted(stored, 'look')} written${known > 0 ? `, ${known} were in the book already` : ''}${faults.length > 0 ? `, ${counted(faults.length, 'line')} left out` : ''}.`,
    );
  };
  return (
    <div className="mt-6 grid gap-5">
      <FileOrRows
        text={text}
        placeholder="at,point,quantity,value,unit"
        onText={(rows) => {
          setText(rows);
          setLooked(null);
        }}
        onFile={(rows) => {
          setText(rows);
          void look(rows);
        }}
      />
      <p>
        <button type="button" className="button button-first" disabled={busy} onClick={() => void look(text)}>
          {busy ? 'Reading …' : 'Look what is in it'}
        </button>
      </p>
      <FormProblem reason={reason} />
      <p role="status">{said}</p>
      <Faults faults={left} />
      {looked && (
        <section aria-label="What is in it">
          <p>
            {counted(looked.looks, 'look')} with {counted(looked.readings, 'reading')} can be written
            {looked.faults.length > 0 ? `; ${counted(looked.faults.length, 'line')} cannot be read` : ''}.
          </p>
          <Faults faults={looked.faults} />
          {looked.looks > 0 && (
            <button type="button" className="button button-first mt-4" disabled={busy} onClick={() => void confirm()}>
              Write {counted(looked.looks, 'look')}
            </button>
          )}
        </section>
      )}
    </div>
  );
}

const Faults = ({ faults }: { faults: readonly ObservedFault[] }) =>
  faults.length === 0 ? null : (
    <ul className="mt-3">
      {faults.slice(0, shownFaults).map(({ line, reason }) => (
        <li key={`${line}${reason}`} className="rule-b py-1">
          <strong>Line {line}:</strong> {reason}
        </li>
      ))}
      {faults.length > shownFaults && <li className="caption py-1">and {faults.length - shownFaults} more.</li>}
    </ul>
  );
