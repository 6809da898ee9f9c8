'use client';

import { useId, useState } from 'react';
import { FormProblem } from '../../../../components/ui/notice';
import { counted } from '../../../../components/words';
import { type ManyField, manyFields, manyOptions } from '../../../../core/register/change-many';
import { keepMany, takeManyBack, tryMany } from '../actions';

type Choice = { id: string; label: string; name: string; machine: string; area: string; kind: string };
type Preview = { pointId: string; before: string; after: string; skipped: string | null }[];
type Done = { id: string; title: string; words: string; undone: boolean };
const filters = { area: 'Area', machine: 'Machine', kind: 'Kind' } as const;
const away = { ok: false as const, reason: 'The server does not answer. What you picked is kept; try again.', fields: undefined };

export function ManyForm({ choices, done }: { choices: Choice[]; done: Done[] }) {
  const base = useId();
  const [wanted, setWanted] = useState<Partial<Record<keyof typeof filters, string>>>({});
  const [picked, setPicked] = useState<string[]>([]);
  const [field, setField] = useState<ManyField>('machineState');
  const [value, setValue] = useState('');
  const [preview, setPreview] = useState<Preview | null>(null);
  const [reason, setReason] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const shown = choices.filter((choice) => (Object.keys(filters) as (keyof typeof filters)[]).every((key) => !wanted[key] || choice[key] === wanted[key]));
  const options = manyOptions[field];
  const form = { pointIds: picked, field, value };
  const say = (problem: { reason: string; fields?: Record<string, string> | undefined } | null) => setReason(problem ? (problem.fields ? Object.values(problem.fields)[0]! : problem.reason) : null);
  const forget = () => { setPreview(null); setSaid(''); };

  const look = async () => {
    setBusy(true);
    const answer = await tryMany(form).catch(() => away);
    setBusy(false);
    say(answer.ok ? null : answer);
    setPreview(answer.ok ? answer.value : null);
  };
  const apply = async () => {
    setBusy(true);
    const answer = await keepMany(form).catch(() => away);
    setBusy(false);
    say(answer.ok ? null : answer);
    if (answer.ok) {
      setPreview(null);
      setSaid(`${counted(answer.value.changed, 'point')} changed. It can be taken back below.`);
    }
  };
  const takeBack = async (id: string) => {
    setBusy(true);
    const answer = await takeManyBack(id).catch(() => away);
    setBusy(false);
    say(answer.ok ? null : answer);
    if (answer.ok) setSaid(`Taken back: ${counted(answer.value.changed, 'point')} as before.`);
  };
  return (
    <div className="mt-6 gap-10 lg:grid lg:grid-cols-2">
      <section aria-labelledby={`${base}-pick`}>
        <h2 id={`${base}-pick`} className="text-xl">Pick points</h2>
        <div className="mt-3 grid grid-cols-3 gap-3">
          {(Object.entries(filters) as [keyof typeof filters, string][]).map(([key, label]) => (
            <label key={key}><span className="caption">{label}</span>
              <select className="field" value={wanted[key] ?? ''} onChange={(event) => setWanted({ ...wanted, [key]: event.target.value })}><option value="">any</option>{[...new Set(choices.map((choice) => choice[key]))].map((each) => <option key={each} value={each}>{each}</option>)}</select>
            </label>
          ))}
        </div>
        <p className="mt-3 flex flex-wrap items-center gap-3"><button type="button" className="button" onClick={() => { setPicked([...new Set([...picked, ...shown.map(({ id }) => id)])]); forget(); }}>Pick all {shown.length} shown</button>{picked.length > 0 && <button type="button" className="button button-quiet" onClick={() => { setPicked([]); forget(); }}>Pick none</button>}<span role="status">{counted(picked.length, 'point')} picked</span></p>
        <ul className="mt-2 max-h-[60vh] overflow-y-auto" aria-label="Points">
          {shown.slice(0, 200).map(({ id, label, name, kind }) => <li key={id} className="rule-t"><label className="flex min-h-9 items-center gap-3"><input type="checkbox" className="size-5 accent-ink" checked={picked.includes(id)} onChange={(event) => { setPicked(event.target.checked ? [...picked, id] : picked.filter((each) => each !== id)); forget(); }} /><strong>{label}</strong> <span className="min-w-0 truncate">{name} <span className="text-muted">{kind.toLowerCase()}</span></span></label></li>)}
        </ul>
        {shown.length > 200 && <p className="caption">The first 200 are shown; narrow the filter for the rest, or pick all.</p>}
      </section>
      <section aria-labelledby={`${base}-what`} className="max-lg:mt-8">
        <h2 id={`${base}-what`} className="text-xl">What becomes of them</h2>
        <div className="mt-3 grid gap-4">
          <label><span className="mb-1 block font-medium">Change</span><select className="field" value={field} onChange={(event) => { setField(event.target.value as ManyField); setValue(''); forget(); }}>{Object.entries(manyFields).map(([key, { label }]) => <option key={key} value={key}>{label}</option>)}</select></label>
          <label><span className="mb-1 block font-medium">To</span>{options ? <select className="field" value={value} onChange={(event) => { setValue(event.target.value); forget(); }}><option value="">Choose</option>{Object.entries(options).map(([key, label]) => <option key={key} value={key}>{label}</option>)}</select> : <input className="field" value={value} onChange={(event) => { setValue(event.target.value); forget(); }} autoComplete="off" />}</label>
        </div>
        <div className="mt-3"><FormProblem reason={reason} /></div>
        <p className="mt-3 flex gap-3"><button type="button" className="button" disabled={busy} onClick={() => void look()}>Show what would change</button>{preview && preview.some(({ skipped }) => skipped === null) && <button type="button" className="button button-first" disabled={busy} onClick={() => void apply()}>Change {counted(preview.filter(({ skipped }) => skipped === null).length, 'point')}</button>}</p>
        <p role="status" className="mt-2">{said}</p>
        {preview && (
          <table className="mt-2 w-full text-sm">
            <caption className="caption text-left">Nothing is changed yet.</caption>
            <thead><tr className="border-b border-ink text-left"><th scope="col" className="py-1 pr-3">Point</th><th scope="col" className="py-1 pr-3">Before</th><th scope="col" className="py-1">After</th></tr></thead>
            <tbody>{preview.slice(0, 200).map(({ pointId, before, after, skipped }) => <tr key={pointId} className="rule-b align-top"><th scope="row" className="py-1 pr-3">{choices.find(({ id }) => id === pointId)?.label}</th><td className="py-1 pr-3 text-muted">{before || 'empty'}</td><td className="py-1">{skipped ? <span className="text-muted">left alone: {skipped}</span> : after}</td></tr>)}</tbody>
          </table>
        )}
        {done.length > 0 && (
          <section aria-labelledby={`${base}-done`} className="mt-8">
            <h2 id={`${base}-done`} className="text-xl">Done lately</h2>
            <ul>{done.map(({ id, title, words, undone }) => <li key={id} className="rule-t flex items-center gap-3 py-1.5"><span className="grow">{title} <span className="caption">{words}</span></span>{undone ? <span className="text-muted">taken back</span> : <button type="button" className="button" disabled={busy} aria-label={`Take back ${title}`} onClick={() => void takeBack(id)}>Take back</button>}</li>)}</ul>
          </section>
        )}
      </section>
    </div>
  );
}
