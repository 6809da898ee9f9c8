'use client';

import { useState } from 'react';
import { NoticeLine } from '@/components/ui/notice';
import { WorkingSteps } from '@/components/ui/working';
import { measured } from '@/components/words';
import type { Notice, WorkingStep } from '@/core/method';
import type { Problem } from '@/core/problems';
import { type JsonSchema, SchemaFields, type Typed, emptyOf, valueOf } from './schema-fields';

type Answer = { result: Record<string, unknown>; working: WorkingStep[]; notices: Notice[] };

/** Asks the published API, the same way anyone else would. */
export function MethodForm({ id, input, output }: { id: string; input: JsonSchema; output: JsonSchema }) {
  const [typed, setTyped] = useState<Typed>(() => emptyOf(input));
  const [problems, setProblems] = useState<Problem[]>([]);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [busy, setBusy] = useState(false);

  const compute = async () => {
    setBusy(true);
    const response = await fetch(`/api/methods/${id}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(valueOf(input, typed, true)),
    }).catch(() => undefined);
    setBusy(false);
    if (response?.ok) {
      setAnswer((await response.json()) as Answer);
      return setProblems([]);
    }
    setAnswer(null);
    const said = (await response?.json().catch(() => undefined)) as { detail?: string; errors?: Problem[] } | undefined;
    setProblems(
      said?.errors ?? [
        {
          pointer: '',
          detail:
            said?.detail ?? 'The server does not answer. What you typed is kept; try again when there is a connection.',
          code: 'unreachable',
        },
      ],
    );
  };
  const general = [
    ...new Set(
      problems.filter(({ code, pointer }) => pointer === '' || code === 'refused').map(({ detail }) => detail),
    ),
  ];
  return (
    <div className="mt-6 gap-12 lg:grid lg:grid-cols-[1.2fr_1fr]">
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void compute();
        }}
      >
        <SchemaFields
          schema={input}
          name=""
          path=""
          typed={typed}
          required
          problems={Object.fromEntries(
            problems.filter(({ code }) => code !== 'refused').map(({ pointer, detail }) => [pointer, detail]),
          )}
          onChange={setTyped}
        />
        <div role="alert">
          {general.map((detail) => (
            <p key={detail} className="mt-4 border-l-4 border-ink pl-3">
              <strong>Cannot be computed.</strong> {detail}
            </p>
          ))}
        </div>
        <button className="button button-first mt-5" disabled={busy}>
          {busy ? 'Computing …' : 'Compute'}
        </button>
      </form>
      <section aria-label="Result" aria-live="polite" className="max-lg:mt-8">
        {answer ? (
          <>
            <h2 className="text-xl">Result</h2>
            <dl className="mt-2">
              <ResultRows schema={output} value={answer.result} />
            </dl>
            {answer.notices.map((notice, index) => (
              <NoticeLine key={index} notice={notice} />
            ))}
            <h2 className="mt-6 mb-2 text-xl">The working</h2>
            <WorkingSteps steps={answer.working} />
          </>
        ) : (
          <p className="text-muted">The result and its working appear here.</p>
        )}
      </section>
    </div>
  );
}

/** Results by their titles; nested values follow indented. */
function ResultRows({ schema, value }: { schema: JsonSchema; value: Record<string, unknown> }) {
  return Object.entries(value).map(([key, each]) => {
    const child = schema.properties?.[key] ?? {};
    const label = child.title ?? key;
    if (Array.isArray(each))
      return (
        <div key={key} className="rule-t py-1.5">
          <dt className="text-muted">{label}</dt>
          {each.length === 0 && <dd>none</dd>}
          {each.map((item, index) => (
            <dd key={index} className="border-l border-rule pl-4">
              {typeof item === 'object' ? (
                <dl>
                  <ResultRows schema={child.items ?? {}} value={item as Record<string, unknown>} />
                </dl>
              ) : (
                String(item)
              )}
            </dd>
          ))}
        </div>
      );
    if (each !== null && typeof each === 'object')
      return (
        <div key={key} className="rule-t py-1.5">
          <dt className="text-muted">{label}</dt>
          <dd className="border-l border-rule pl-4">
            <dl>
              <ResultRows schema={child} value={each as Record<string, unknown>} />
            </dl>
          </dd>
        </div>
      );
    return (
      <div key={key} className="rule-t flex justify-between gap-4 py-1.5">
        <dt>{label}</dt>
        <dd className="text-right font-semibold">
          {typeof each === 'number' ? measured(each) : typeof each === 'boolean' ? (each ? 'yes' : 'no') : String(each)}{' '}
          {child.unit ?? ''}
        </dd>
      </div>
    );
  });
}
