import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { describeMethod } from '@/core/method';
import { findMethod } from '@/core/methods';
import { MethodForm } from './method-form';
import type { JsonSchema } from './schema-fields';

type Props = { params: Promise<{ id: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: findMethod((await params).id)?.title ?? 'Bench',
});

/** One method: a form made from its schema, the result, the working, the notices. */
export default async function MethodPage({ params }: Props) {
  const method = findMethod((await params).id);
  if (!method) notFound();
  const { id, version, title, summary, source, rules, input, output } = describeMethod(method);
  return (
    <div className="max-w-5xl">
      <header className="border-b-2 border-ink pb-3">
        <p className="caption">
          <Link href="/bench">Bench</Link>
        </p>
        <h1 className="text-3xl">{title}</h1>
        <p>{summary}</p>
      </header>
      <p className="caption mt-3">
        {source}. Method {id}, version {version}.
      </p>
      {rules.length > 0 && (
        <ul className="caption mt-1">
          {rules.map((rule) => (
            <li key={rule}>{rule}</li>
          ))}
        </ul>
      )}
      <MethodForm id={id} input={input as JsonSchema} output={output as JsonSchema} />
    </div>
  );
}
