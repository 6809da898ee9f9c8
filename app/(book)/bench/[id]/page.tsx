import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { describeMethod } from '@/core/method';
import { findMethod } from '@/core/methods';
import { openDesk } from '@/app/server';
import { MethodForm } from './method-form';
import type { JsonSchema } from './schema-fields';

type Props = { params: Promise<{ id: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: findMethod((await params).id)?.title ?? 'Bench',
});

/** One method: a form made from its schema, the result, the working, the notices. */
export default async function MethodPage({ params }: Props) {
  await openDesk();
  const method = findMethod((await params).id);
  if (!method) notFound();
  const { id, version, title, summary, source, rules, input, output } = describeMethod(method);
  return (
    <div className="max-w-5xl">
      <PageHead trail={<Link href="/bench">Bench</Link>} title={title}>
        <p>
          <Beside>{summary}</Beside>
        </p>
      </PageHead>
      <p className="caption mt-3">
        {source}. Method {id}, version {version}.
      </p>
      {rules.length > 0 && (
        <ul className="caption mt-1">
          {rules.map((rule) => (
            <li key={rule}>
              <Beside>{rule}</Beside>
            </li>
          ))}
        </ul>
      )}
      <MethodForm id={id} input={input as JsonSchema} output={output as JsonSchema} />
    </div>
  );
}
