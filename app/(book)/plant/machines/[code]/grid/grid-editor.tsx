'use client';

import { Plus, X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import Papa from 'papaparse';
import { type ClipboardEvent, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted } from '@/components/words';
import {
  type GridColumn,
  type GridRow,
  editableColumns,
  gridColumnNames,
  gridColumns,
  placeCells,
} from '@/core/register/grid';
import { pointKindNames, pointKinds } from '@/core/register/point-kinds';
import { saveGrid, checkGrid } from '@/app/(book)/plant/actions';

type CellProblem = { row: number; column: GridColumn; reason: string };
/** A row: a new point, or one that stands on the machine already. */
type Line = { known: { id: string; version: number } | null; cells: GridRow };
type Props = { machineId: string; code: string; standing: Line[]; lubricants: string[] };

const emptyLine: Line = { known: null, cells: {} };
const isFilled = ({ cells }: Line) => Object.values(cells).some((cell) => cell.trim());

/** A machine's points as rows: those that stand already, and new ones typed or pasted from a spreadsheet. Saved all at once or not at all. */
export function GridEditor({ machineId, code, standing, lubricants }: Props) {
  const router = useRouter();
  const [rows, setRows] = useState<Line[]>([...standing, emptyLine]);
  const [source, setSource] = useState('');
  const [problems, setProblems] = useState<CellProblem[] | null>(null);
  const [unknown, setUnknown] = useState<string[]>([]);
  const { busy, refused, send } = useMutation();
  const change = (next: Line[]) => {
    setRows(next);
    setProblems(null);
  };
  const filled = rows.filter(isFilled);
  const fresh = filled.filter(({ known }) => !known).length;
  // Only what is new or differs from what stands is sent.
  const touched = filled.filter(
    ({ known, cells }) =>
      !known || JSON.stringify(cells) !== JSON.stringify(standing.find((line) => line.known!.id === known.id)?.cells),
  );

  const paste = (event: ClipboardEvent, at: number, column: GridColumn) => {
    const text = event.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text)) return;
    event.preventDefault();
    const { data } = Papa.parse<string[]>(text.trimEnd(), { delimiter: text.includes('\t') ? '\t' : '' });
    const placed = placeCells(data, column);
    setUnknown(placed.unknown);
    // Into an empty row the first pasted one goes; what stands below moves down.
    change([
      ...rows.slice(0, at),
      ...(isFilled(rows[at]!) ? [rows[at]!] : []),
      ...placed.rows.map((cells): Line => ({ known: null, cells })),
      ...rows.slice(at + 1),
    ]);
  };
  const form = { source, rows: touched };
  /** Whether all of it can be kept; problems are counted in the rows that were sent and shown at the rows of the table. */
  const check = async () => {
    const answer = await send(() => checkGrid(machineId, form));
    if (!answer.ok) return false;
    setProblems(answer.value.problems.map((problem) => ({ ...problem, row: rows.indexOf(touched[problem.row]!) })));
    return answer.value.problems.length === 0;
  };
  const save = async () => {
    if (!(await check())) return;
    const answer = await send(() => saveGrid(machineId, form));
    if (answer.ok) router.push(`/plant/machines/${code}`);
  };
  const wrongRows = new Set(problems?.map(({ row }) => row));
  return (
    <>
      <p className="mt-4 max-w-prose">
        {standing.length > 0
          ? 'Points that stand already are changed in place; their kind, lubricant and task at the point itself. '
          : ''}
        Paste rows from a spreadsheet into any cell; headings in the first line are understood. Bearings with a
        designation need no sizes; bearings without a task get amount and interval computed. Nothing is saved before all
        rows are right.
      </p>
      {unknown.length > 0 && (
        <p role="status" className="mt-3 border-l-4 border-ink pl-3">
          Not understood and left out: {unknown.map((heading) => `"${heading}"`).join(', ')}.
        </p>
      )}
      <GridTable
        rows={rows}
        problems={problems}
        onPaste={paste}
        onType={(at, column, text) =>
          change(rows.map((row, place) => (place === at ? { ...row, cells: { ...row.cells, [column]: text } } : row)))
        }
        onRemove={(at) => change(rows.filter((_, place) => place !== at))}
      />
      <datalist id="grid-kinds">
        {pointKindNames.map((kind) => (
          <option key={kind} value={pointKinds[kind].label} />
        ))}
      </datalist>
      <datalist id="grid-lubricants">
        {lubricants.map((each) => (
          <option key={each} value={each} />
        ))}
      </datalist>
      <p className="mt-2">
        <button type="button" className="button" onClick={() => change([...rows, emptyLine])}>
          <Plus aria-hidden="true" size={16} /> Add a row
        </button>
      </p>
      <SourceField source={source} reason={refused?.fields?.source ?? null} onChange={setSource} />
      <div className="mt-4">
        <FormProblem reason={refused?.reason ?? null} />
      </div>
      <p role="status" className="mt-2">
        {problems === null
          ? ''
          : problems.length === 0
            ? `${counted(touched.length, 'row')}, all in order.`
            : `${counted(wrongRows.size, 'row')} of ${touched.length} need another look. Nothing has been saved.`}
      </p>
      <p className="mt-3 flex gap-3">
        <button type="button" className="button" disabled={busy || touched.length === 0} onClick={() => void check()}>
          Check the rows
        </button>
        <button
          type="button"
          className="button button-first"
          disabled={busy || touched.length === 0}
          onClick={() => void save()}
        >
          {busy
            ? 'Working …'
            : `Save ${[fresh > 0 && `${fresh} new`, touched.length > fresh && `${touched.length - fresh} changed`].filter(Boolean).join(', ') || 'nothing'}`}
        </button>
      </p>
    </>
  );
}

/** The rows as they are typed, what is wrong with a cell under it. What a standing point is cannot be changed here. */
function GridTable({
  rows,
  problems,
  onPaste,
  onType,
  onRemove,
}: {
  rows: readonly Line[];
  problems: readonly CellProblem[] | null;
  onPaste: (event: ClipboardEvent, at: number, column: GridColumn) => void;
  onType: (at: number, column: GridColumn, text: string) => void;
  onRemove: (at: number) => void;
}) {
  const wrongRows = new Set(problems?.map(({ row }) => row));
  return (
    <div className="relative mt-4 overflow-x-auto border-y border-ink" role="region" aria-label="Table of points">
      <table className="text-sm">
        <thead>
          <tr>
            <th scope="col" className="px-2 py-1">
              <span className="sr-only">Row</span>
            </th>
            {gridColumnNames.map((key) => (
              <th key={key} scope="col" className="caption px-1 py-1 whitespace-nowrap">
                {gridColumns[key].label}
              </th>
            ))}
            <th scope="col">
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, index) => (
            <tr key={index} className="rule-t align-top">
              <th scope="row" className="px-2 py-2 font-normal text-muted">
                {wrongRows.has(index) && <span aria-hidden="true">✗ </span>}
                {index + 1}
              </th>
              {gridColumnNames.map((key) => {
                const fixed = row.known !== null && !editableColumns.includes(key);
                const wrong = problems?.find((problem) => problem.row === index && problem.column === key);
                return (
                  <td key={key} className="p-0.5">
                    {fixed ? (
                      <span className="block px-1.5 py-2 text-muted" style={{ width: `${gridColumns[key].width}rem` }}>
                        {row.cells[key] ?? ''}
                      </span>
                    ) : (
                      <input
                        aria-label={`${gridColumns[key].label}, row ${index + 1}`}
                        aria-invalid={wrong ? true : undefined}
                        aria-describedby={wrong ? `grid-${index}-${key}` : undefined}
                        list={key === 'kind' ? 'grid-kinds' : key === 'lubricant' ? 'grid-lubricants' : undefined}
                        className="field px-1.5 py-1"
                        style={{ width: `${gridColumns[key].width}rem` }}
                        autoComplete="off"
                        value={row.cells[key] ?? ''}
                        onPaste={(event) => onPaste(event, index, key)}
                        onChange={(event) => onType(index, key, event.target.value)}
                      />
                    )}
                    {wrong && (
                      <p
                        id={`grid-${index}-${key}`}
                        className="mt-0.5 border-l-4 border-ink pl-1 text-xs"
                        style={{ maxWidth: `${Math.max(12, gridColumns[key].width)}rem` }}
                      >
                        {wrong.reason}
                      </p>
                    )}
                  </td>
                );
              })}
              <td className="py-0.5">
                {!row.known && (
                  <button
                    type="button"
                    className="button button-quiet"
                    aria-label={`Remove row ${index + 1}`}
                    onClick={() => onRemove(index)}
                  >
                    <X aria-hidden="true" size={16} />
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Which document the rows were taken from. */
const SourceField = ({
  source,
  reason,
  onChange,
}: {
  source: string;
  reason: string | null;
  onChange: (source: string) => void;
}) => (
  <div className="mt-5 max-w-xl">
    <label htmlFor="grid-source" className="mb-1 block font-medium">
      Where it comes from <span className="caption font-normal">needed</span>
    </label>
    <input
      id="grid-source"
      className="field"
      value={source}
      onChange={(event) => onChange(event.target.value)}
      aria-invalid={reason ? true : undefined}
      aria-describedby={reason ? 'grid-source-problem' : undefined}
      placeholder="Manual, lubrication chart, page 31"
    />
    {reason && (
      <p id="grid-source-problem" className="mt-1 border-l-4 border-ink pl-2 text-sm">
        <span aria-hidden="true">✗ </span>
        {reason}
      </p>
    )}
  </div>
);
