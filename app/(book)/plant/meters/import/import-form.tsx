'use client';

import { useId, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { counted } from '@/components/words';
import { type ColumnMapping, type ReadingColumn, readingColumns } from '@/core/meter/import-rows';
import type { ImportPreview } from '@/desk/bulk/import-readings';
import { importReadings, previewReadings } from '@/app/(book)/plant/actions';

const away = { ok: false as const, reason: 'The server does not answer. The rows are kept here; try again.' };
const columns = Object.entries(readingColumns) as [ReadingColumn, string][];

export function ImportForm() {
  const base = useId();
  const [text, setText] = useState('');
  const [fileName, setFileName] = useState('');
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [reason, setReason] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);

  const look = async (mapping: ColumnMapping | null, rows = text, name = fileName) => {
    setBusy(true);
    setSaid('');
    const answer = await previewReadings({ text: rows, fileName: name, mapping }).catch(() => away);
    setBusy(false);
    setReason(answer.ok ? null : ('fields' in answer && answer.fields.text) || answer.reason);
    setPreview(answer.ok ? answer.value : null);
  };
  const confirm = async () => {
    setBusy(true);
    const answer = await importReadings({ text, fileName, mapping: preview!.mapping }).catch(() => away);
    setBusy(false);
    setReason(answer.ok ? null : answer.reason);
    if (!answer.ok) return;
    setPreview(null);
    setText('');
    setSaid(
      `${counted(answer.value.stored, 'reading')} imported${answer.value.known > 0 ? `, ${answer.value.known} were in the book already` : ''}${answer.value.faulty > 0 ? `, ${counted(answer.value.faulty, 'faulty row')} left out` : ''}.`,
    );
  };
  const choose = async (file: File | undefined) => {
    if (!file) return;
    const rows = await file.text();
    setText(rows);
    setFileName(file.name.slice(0, 55));
    await look(null, rows, file.name.slice(0, 55));
  };
  return (
    <div className="mt-6 grid gap-6">
      <div className="grid gap-4 lg:grid-cols-[1fr_2fr]">
        <label className="block">
          <span className="mb-1 block font-medium">File</span>
          <input
            type="file"
            accept=".csv,.txt,text/csv"
            className="field"
            onChange={(event) => void choose(event.target.files?.[0])}
          />
        </label>
        <label className="block">
          <span className="mb-1 block font-medium">Or rows pasted here</span>
          <textarea
            className="field font-mono text-sm"
            rows={5}
            value={text}
            onChange={(event) => {
              setText(event.target.value);
              setFileName('');
              setPreview(null);
            }}
            placeholder={'machine,day,time,reading'}
          />
        </label>
      </div>
      <p>
        <button type="button" className="button button-first" disabled={busy} onClick={() => void look(null)}>
          {busy ? 'Reading …' : 'Preview'}
        </button>
      </p>
      <FormProblem reason={reason} />
      <p role="status">{said}</p>
      {preview && (
        <section aria-labelledby={`${base}-preview`}>
          <h2 id={`${base}-preview`} className="text-xl">
            Preview
          </h2>
          <fieldset className="mt-3">
            <legend className="caption">Which column holds what</legend>
            <div className="grid grid-cols-2 gap-3 md:grid-cols-5">
              {columns.map(([key, label]) => (
                <label key={key} className="block">
                  <span className="caption">
                    {label}
                    {['machine', 'day', 'value'].includes(key) ? '' : ' (may be missing)'}
                  </span>
                  <select
                    className="field"
                    value={preview.mapping[key] ?? ''}
                    onChange={(event) => void look(withColumn(preview.mapping, key, event.target.value))}
                  >
                    <option value="">none</option>
                    {preview.header.map((words, index) => (
                      <option key={index} value={index}>
                        {words || `column ${index + 1}`}
                      </option>
                    ))}
                  </select>
                </label>
              ))}
            </div>
          </fieldset>
          {preview.missing.length > 0 ? (
            <p className="mt-3 border-l-4 border-ink pl-3">Say which column holds: {preview.missing.join(', ')}.</p>
          ) : (
            <>
              <p className="mt-4" role="status">
                <strong>{counted(preview.ready, 'reading')}</strong> to import
                {preview.doubtful > 0 && <>, {preview.doubtful} of them implausible: kept, marked and left out</>};{' '}
                {counted(preview.faulty, 'faulty row')}; {preview.known} in the book already.
              </p>
              <p className="mt-3">
                <button
                  type="button"
                  className="button button-first"
                  disabled={busy || preview.ready === 0}
                  onClick={() => void confirm()}
                >
                  Import {counted(preview.ready, 'reading')}
                  {preview.faulty > 0 ? `, leave out ${counted(preview.faulty, 'faulty row')}` : ''}
                </button>
              </p>
              <div className="mt-4 overflow-x-auto">
                <table className="w-full">
                  <thead>
                    <tr className="rule-b">
                      <th scope="col" className="py-1">
                        Line
                      </th>
                      {preview.header.map((words, index) => (
                        <th key={index} scope="col" className="pl-3">
                          {words}
                        </th>
                      ))}
                      <th scope="col" className="pl-3">
                        Outcome
                      </th>
                    </tr>
                  </thead>
                  <tbody>
                    {preview.lines.map(({ line, cells, problems, doubt, known, words }) => (
                      <tr key={line} className="rule-b align-top">
                        <th scope="row" className="py-1 font-normal">
                          {line}
                        </th>
                        {preview.header.map((_, index) => (
                          <td key={index} className="pl-3">
                            {cells[index]}
                          </td>
                        ))}
                        <td className="pl-3">
                          {problems.length > 0 ? (
                            <ul>
                              {problems.map(({ column, reason: why }) => (
                                <li key={`${column}${why}`} className="border-l-4 border-ink pl-2">
                                  {why}
                                </li>
                              ))}
                            </ul>
                          ) : (
                            <>
                              <span>{known ? 'in the book already' : words}</span>
                              {doubt && (
                                <span className="block border-l-4 border-ink pl-2">Will be left out: {doubt}</span>
                              )}
                            </>
                          )}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            </>
          )}
        </section>
      )}
    </div>
  );
}

/** The mapping with one column set, or taken out. */
function withColumn(mapping: ColumnMapping, key: ReadingColumn, chosen: string): ColumnMapping {
  const rest = Object.fromEntries(Object.entries(mapping).filter(([column]) => column !== key)) as ColumnMapping;
  return chosen === '' ? rest : { ...rest, [key]: Number(chosen) };
}
