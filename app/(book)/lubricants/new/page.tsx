import type { Metadata } from 'next';
import { openDesk } from '@/app/server';
import { LubricantFields } from '../lubricant-fields';

export const metadata: Metadata = { title: 'Add a lubricant' };

export default async function NewLubricantPage() {
  await openDesk();
  return (
    <div className="max-w-4xl">
      <h1 className="mb-6 border-b-2 border-ink pb-3 text-3xl">Add a lubricant</h1>
      <LubricantFields />
    </div>
  );
}
