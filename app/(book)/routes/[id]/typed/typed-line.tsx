'use client';

import { asRead } from '@/components/words';
import { drawnWords } from '@/core/entry/kinds/sample';
import { partWords } from '@/core/entry/kinds/check';
import { purgeWords } from '@/core/entry/kinds/grease';
import { skipReasons } from '@/core/entry/kinds/skip';
import type { Procedure } from '@/core/procedure/step';
import { bandWords } from '@/core/register/asked-reading';
import { findingsAt } from '@/core/register/finding-choices';
import type { WalkStop } from '@/core/walk/document';
import { type FindingWhat, findingCode, findingWords } from '@/core/words/findings';
import { type Look, looks } from '@/core/words/looks';
import { putsNothingIn } from '@/core/words/task-words';
import { type Gun, gunsFor, plannedOf } from '@/app/round/planned';
import type { TypedRow } from '@/app/round/typed-row';

type Props = {
  place: number;
  stop: WalkStop;
  guns: readonly Gun[];
  procedure: Procedure | null;
  row: TypedRow;
  onChange: (change: Partial<TypedRow>) => void;
  /** What is wrong with the line, or hard to believe. */
  problem: { wrong: string } | { doubt: string } | undefined;
};

/** One line of the sheet. */
export function TypedLine(props: Props) {
  const { place, stop, guns, row, onChange, problem } = props;
  const { pointLabel, title } = stop;
  const isLook = putsNothingIn(stop.action);
  const planned = plannedOf(stop, gunsFor(stop, guns).fitting[0] ?? null);
  const outcomes = {
    '': '',
    done: 'done',
    ...(isLook && { off: 'not in order' }),
    skipped: 'not done',
  };
  return (
    <tr className="rule-b align-top">
      <th scope="row" className="py-2 pr-3 text-left font-normal">
        <span className="text-muted">{place}</span> <strong>{pointLabel}</strong>
        <span className="block">{title}</span>
        {!isLook && (
          <span className="caption block">
            {planned.words} {stop.lubricant?.code}
          </span>
        )}
      </th>
      <td className="py-2 pr-3">
        <Pick
          label={`Done, line ${place}`}
          value={row.outcome}
          words={outcomes}
          onChange={(outcome) => onChange({ outcome: outcome as TypedRow['outcome'] })}
        />
      </td>
      <td className="py-2 pr-3">
        <Given {...props} unit={isLook ? '' : planned.unit} isPurge={planned.most !== undefined} />
      </td>
      <td className="py-2 pr-3">
        <Seen {...props} />
      </td>
      <td className="grid gap-1 py-2">
        {row.outcome === 'skipped' && (
          <Pick
            label={`Why not done, line ${place}`}
            value={row.reason}
            words={{ '': 'why not?', ...skipReasons }}
            onChange={(reason) => onChange({ reason: reason as TypedRow['reason'] })}
          />
        )}
        <Pick
          label={`Finding, line ${place}`}
          value={row.finding}
          words={findingsOf(stop)}
          onChange={(finding) => onChange({ finding: finding as TypedRow['finding'] })}
        />
        <input
          className="field"
          aria-label={`Remark, line ${place}`}
          placeholder="remark"
          value={row.text}
          onChange={({ target }) => onChange({ text: target.value })}
        />
        {problem && 'wrong' in problem && (
          <p className="border-l-4 border-ink pl-2 text-sm">
            <span aria-hidden="true">✗ </span>
            {problem.wrong}
          </p>
        )}
        {(problem && 'doubt' in problem) || row.isRight ? (
          <div className="border-l-4 border-ink pl-2 text-sm">
            {problem && 'doubt' in problem && problem.doubt}
            <label className="flex min-h-11 items-center gap-2 md:min-h-7">
              <input
                type="checkbox"
                checked={row.isRight}
                onChange={({ target }) => onChange({ isRight: target.checked })}
                aria-label={`It is right, line ${place}`}
              />
              it is right
            </label>
          </div>
        ) : null}
      </td>
    </tr>
  );
}

/** Findings by their number on paper, those first that are likeliest here. */
function findingsOf({ pointKind }: WalkStop): Record<string, string> {
  const { offered, others } = findingsAt(pointKind);
  const named = (whats: object) =>
    Object.keys(whats)
      .map((what) => what as FindingWhat)
      .sort((a, b) => findingCode(a) - findingCode(b))
      .map((what) => [what, `${findingCode(what)} ${findingWords[what]}`] as const);
  return Object.fromEntries([['', 'no finding'], ...named(offered), ...named(others)]);
}

function Given({
  place,
  stop: { action },
  procedure,
  row,
  onChange,
  unit,
  isPurge,
}: Props & { unit: string; isPurge: boolean }) {
  return (
    <div className="grid gap-1">
      {unit !== '' && (
        <Typed label={`Given, line ${place}`} unit={unit} value={row.given} onChange={(given) => onChange({ given })} />
      )}
      {(action === 'oil-change' || action === 'drain') && (
        <Typed label={`Out, line ${place}`} unit="L out" value={row.out} onChange={(out) => onChange({ out })} />
      )}
      {isPurge && (
        <Pick
          label={`The purge, line ${place}`}
          value={row.purge}
          words={{ '': 'what showed?', ...purgeWords }}
          onChange={(purge) => onChange({ purge: purge as TypedRow['purge'] })}
        />
      )}
      {action === 'turn' && (
        <Pick
          label={`The part, line ${place}`}
          value={row.part}
          words={{ '': 'the part was', ...partWords }}
          onChange={(part) => onChange({ part: part as TypedRow['part'] })}
        />
      )}
      {procedure?.writes === 'sample' && (
        <>
          <Typed
            label={`Bottle, line ${place}`}
            unit="bottle"
            value={row.bottle}
            onChange={(bottle) => onChange({ bottle })}
          />
          <Pick
            label={`Drawn, line ${place}`}
            value={row.drawn}
            words={{ '': 'drawn when?', ...drawnWords }}
            onChange={(drawn) => onChange({ drawn: drawn as TypedRow['drawn'] })}
          />
        </>
      )}
    </div>
  );
}

/** What is read and looked at there. */
const Seen = ({ place, stop, row, onChange }: Props) => (
  <div className="grid gap-1">
    {stop.readings.map(({ name, unit, band, last }) => (
      <Typed
        key={name}
        label={`${name}, line ${place}`}
        unit={unit}
        hint={[name, last && `last ${asRead(last.value)}`, bandWords(band, unit)].filter(Boolean).join('; ')}
        value={row.readings[name] ?? ''}
        onChange={(value) => onChange({ readings: { ...row.readings, [name]: value } })}
      />
    ))}
    {stop.looks.map((look) => (
      <Pick
        key={look}
        label={`${looks[look].words}, line ${place}`}
        value={row.looks[look] ?? ''}
        words={{
          '': looks[look].words,
          ...Object.fromEntries(
            Object.entries((looks[look] as Look).answers).map(([answer, { words }]) => [answer, words]),
          ),
        }}
        onChange={(answer) => onChange({ looks: { ...row.looks, [look]: answer } })}
      />
    ))}
  </div>
);

export function Typed({
  label,
  unit,
  hint,
  value,
  onChange,
}: {
  label: string;
  unit: string;
  hint?: string;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <div>
      {hint && <span className="caption block">{hint}</span>}
      <span className="flex items-center gap-1">
        <input
          className="field w-24 text-right"
          inputMode="decimal"
          autoComplete="off"
          aria-label={label}
          value={value}
          onChange={({ target }) => onChange(target.value)}
        />
        <span className="caption">{unit}</span>
      </span>
    </div>
  );
}

function Pick({
  label,
  value,
  words,
  onChange,
}: {
  label: string;
  value: string;
  words: Record<string, string>;
  onChange: (value: string) => void;
}) {
  return (
    <select
      className="field w-full min-w-28"
      aria-label={label}
      value={value}
      onChange={({ target }) => onChange(target.value)}
    >
      {Object.entries(words).map(([key, text]) => (
        <option key={key} value={key}>
          {text}
        </option>
      ))}
    </select>
  );
}
