import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { findMachine } from '../../../../../../desk/register/machines';
import { openDesk, reading } from '../../../../../server';
import { GridEditor } from './grid-editor';

export const metadata: Metadata = { title: 'Points as a table' };

export default async function GridPage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  await openDesk();
  const { machine, codes, points } = await reading(async (db) => {
    const found = await findMachine({ db }, code);
    return { machine: found, codes: (await db.Lubricant.findAll({ where: { retiredOn: null }, order: [['code', 'ASC']] })).map((row) => row.code), points: found ? await db.LubePoint.count({ where: { machineId: found.id, retiredOn: null } }) : 0 };
  });
  if (!machine) notFound();
  return (
    <>
      <header className="border-b-2 border-ink pb-3">
        <p className="caption"><Link href={`/plant/machines/${machine.code}`}>{machine.code} {machine.name}</Link></p>
        <h1 className="text-3xl">Points as a table</h1>
      </header>
      <GridEditor machineId={machine.id} code={machine.code} existing={points} lubricants={codes} />
    </>
  );
}
