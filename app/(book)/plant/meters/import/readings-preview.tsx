'use client';

import { useId } from 'react';
import { HeadRow } from '@/components/ui/head-row';
import { counted } from '@/components/words';
import { type ColumnMapping, type ReadingColumn, readingColumns } from '@/core/meter/import-rows';
import type { ImportPreview } from '@/desk/bulk/import-readings';

const columns = Object.entries(readingColumns) as [ReadingColumn, string][];

/** What the rows of a file would become: which column holds what, and row by row what is kept and what is not. */
export function ReadingsPreview({
  preview,
  busy,
  onMap,
  onConfirm,
}: {
  preview: ImportPreview;
  busy: boolean;
  onMap: (mapping: ColumnMapping) => void;
  onConfirm: () => void;
}) {
  const base = useId();
  return (
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
                onChange={(event) => onMap(withColumn(preview.mapping, key, event.target.value))}
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
              onClick={onConfirm}
            >
              Import {counted(preview.ready, 'reading')}
              {preview.faulty > 0 ? `, leave out ${counted(preview.faulty, 'faulty row')}` : ''}
            </button>
          </p>
          <Lines preview={preview} />
        </>
      )}
    </section>
  );
}

/** Row by row as they stand in the file. */
function Lines({ preview }: { preview: ImportPreview }) {
  return (
    <div className="mt-4 overflow-x-auto">
      <table className="w-full">
        <HeadRow columns={['Line', ...preview.header, 'Outcome']} />
        <tbody>
          {preview.lines.map(({ line, cells, problems, doubt, known, words }) => (
            <tr key={line} className="rule-b align-top">
              <th scope="row" className="py-1 pr-4 font-normal">
                {line}
              </th>
              {preview.header.map((_, index) => (
                <td key={index} className="py-1 pr-4">
                  {cells[index]}
                </td>
              ))}
              <td className="py-1 pr-4">
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
                    {doubt && <span className="block border-l-4 border-ink pl-2">Will be left out: {doubt}</span>}
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** The mapping with one column set, or taken out. */
function withColumn(mapping: ColumnMapping, key: ReadingColumn, chosen: string): ColumnMapping {
  const rest = Object.fromEntries(Object.entries(mapping).filter(([column]) => column !== key)) as ColumnMapping;
  return chosen === '' ? rest : { ...rest, [key]: Number(chosen) };
}
