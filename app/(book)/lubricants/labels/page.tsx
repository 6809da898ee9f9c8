import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { LabelSheet } from '@/components/label-sheet';
import { PrintButton } from '@/components/print-button';
import { measured } from '@/components/words';
import { families } from '@/core/compat/vocabulary';
import { hazards } from '@/core/words/hazards';
import { openDesk, reading } from '@/app/server';
import { siteAddress } from '@/app/site-address';
import { allGuns, lubricantsInUse } from '@/desk/read/lists';

export const metadata: Metadata = { title: 'Labels for cans and guns' };

/** One label for every lubricant's can and for every gun. */
export default async function LubricantLabelsPage() {
  await openDesk();
  const [{ lubricants, guns }, site] = await Promise.all([
    reading(async (db) => ({
      lubricants: await lubricantsInUse(db),
      guns: await allGuns(db),
    })),
    siteAddress(),
  ]);
  const labels = [
    ...lubricants.map(({ id, code, name, kind, designation, isoVg, nlgi, hazards: minded }) => ({
      key: id,
      code,
      name,
      lines: [
        [families[kind], designation, nlgi ? `NLGI ${nlgi}` : isoVg ? `VG ${isoVg}` : ''].filter(Boolean).join(', '),
        ...minded.map((hazard) => hazards[hazard]),
      ],
      url: `${site}/lubricants/${code}`,
    })),
    ...guns.map(({ id, code, name, lubricantId, gramsPerStroke, airPowered }) => ({
      key: id,
      code: lubricants.find((each) => each.id === lubricantId)?.code ?? '',
      name: `${code}, ${name}`,
      lines: [
        `${measured(gramsPerStroke)} g a stroke${airPowered ? ', air-powered' : ''}`,
        'This grease only, for good',
      ],
      url: `${site}/lubricants/guns`,
    })),
  ];
  return (
    <>
      <PageHead
        trail={<Link href="/lubricants">Lubricants</Link>}
        title="Labels for cans and guns"
        actions={<PrintButton label="Print on A4" />}
        noPrint
      />
      <div className="mt-6 print:mt-0">
        <LabelSheet labels={labels} />
      </div>
    </>
  );
}
