import { Beside } from '@/components/beside';
import Link from 'next/link';
import { Disclosure } from '@/components/ui/disclosure';
import { procedureFor } from '@/core/procedure/usual';
import { howAsked } from '@/desk/walk/stop-procedures';
import { bandWords } from '@/core/register/asked-reading';
import { machineStates } from '@/core/words/machine-states';
import { TaskAmount } from './task-amount';
import { TaskInterval } from './task-interval';
import { TaskNext } from './task-next';
import type { TaskSectionProps } from './task-props';

/** One task: how much, how often, when next, each with its working and the way to overrule it. */
export function TaskSection(props: TaskSectionProps) {
  const { title, machineState, routes, procedureText, readings } = props.state;
  const procedure = procedureFor(howAsked(props.state), props.procedures);
  return (
    <section aria-label={title} className="rule-t mt-3 pt-4">
      <h3 className="text-lg">
        {title}{' '}
        <span className="caption font-normal">
          {machineStates[machineState]}
          {routes.length > 0 ? `, on route ${routes.map(({ code }) => code).join(', ')}` : ', on no route yet'}
        </span>
      </h3>
      <div className="mt-3 grid gap-6 sm:grid-cols-2">
        <TaskAmount {...props} />
        <TaskInterval {...props} />
      </div>
      <TaskNext {...props} />
      {readings.length > 0 && (
        <p className="mt-2">
          Reads{' '}
          <Beside>
            {readings.map(({ name, band, unit }) => [name, bandWords(band, unit)].filter(Boolean).join(' ')).join(', ')}
          </Beside>
          .
        </p>
      )}
      {procedure && (
        <p className="mt-2">
          Done by: <Link href={`/plant/procedures/${procedure.code}`}>{procedure.title}</Link>
        </p>
      )}
      {procedureText && (
        <Disclosure summary="How it is done" className="" small>
          <p className="mt-1 max-w-prose whitespace-pre-line">{procedureText}</p>
        </Disclosure>
      )}
    </section>
  );
}
