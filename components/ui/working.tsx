'use client';

import { Collapsible } from 'radix-ui';
import { Beside } from '../beside';
import type { Notice, StoredComputation, WorkingStep } from '@/core/method';
import { measured } from '../words';
import { NoticeLine } from './notice';

/** The steps of a computation as a table that can be followed with a pocket calculator. */
export function WorkingSteps({ steps }: { steps: WorkingStep[] }) {
  return (
    <table className="w-full text-sm">
      <tbody>
        {steps.map(({ label, expression, value, unit }, index) => (
          <tr key={index} className="rule-b align-top">
            <th scope="row" className="py-1.5 pr-4">
              {label}
            </th>
            <td className="py-1.5 pr-4 text-muted break-words">{expression}</td>
            <td className="py-1.5 text-right whitespace-nowrap">
              = <Beside>{`${typeof value === 'number' ? measured(value) : value} ${unit}`}</Beside>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** "The working", one tap away beside any computed number: steps, source, cautions. */
export function Working({
  computation,
  label = 'The working',
}: {
  computation: Pick<StoredComputation, 'working' | 'notices' | 'source' | 'methodId' | 'version'>;
  label?: string;
}) {
  const { working, notices, source, methodId, version } = computation;
  return (
    <Collapsible.Root className="mt-1">
      <Collapsible.Trigger className="group no-print inline-flex min-h-11 items-center gap-1 text-sm underline decoration-rule underline-offset-4 md:min-h-8">
        {label}{' '}
        <span aria-hidden="true" className="group-data-[state=open]:rotate-90">
          ›
        </span>
      </Collapsible.Trigger>
      <Collapsible.Content className="mt-1 border-l-2 border-ink pl-4">
        <WorkingSteps steps={working} />
        {notices.map((notice: Notice, index) => (
          <NoticeLine key={index} notice={notice} />
        ))}
        <p className="caption mt-2">
          Source: {source}. Method {methodId}, version {version}.
        </p>
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
