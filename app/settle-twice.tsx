'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { type Draft, writeNow } from '@/components/use-outbox';

type Side = { entryId: string; newestId: string; initials: string; words: string };

/** Says what happened of two records of one job: both, or only one, the other being voided with its reason. */
export function SettleTwice({
  label,
  sides,
  ...place
}: {
  personId: string;
  machineId: string;
  pointId: string;
  label: string;
  sides: readonly Side[];
}) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const write = async (said: Pick<Draft, 'kind' | 'body'> & Partial<Draft>) => {
    setBusy(true);
    const answer = await writeNow({ ...place, ...said });
    setBusy(false);
    setProblem(answer.state === 'refused' ? answer.reason : null);
    router.refresh();
  };
  const both: Pick<Draft, 'kind' | 'body'> = {
    kind: 'note',
    body: {
      text: `Both happened: ${sides.map(({ words }) => words).join(', and ')}.`,
      bothHappened: sides.map(({ entryId }) => entryId),
    },
  };
  const onlyTheOther = (side: Side): Pick<Draft, 'kind' | 'body' | 'replacesId'> => ({
    kind: 'correction',
    body: {
      void: true,
      reason: `Did not happen: only ${sides.find(({ entryId }) => entryId !== side.entryId)!.words}.`,
    },
    replacesId: side.newestId,
  });
  return (
    <div className="no-print mt-2">
      <div role="group" aria-label={`What happened at ${label}`} className="flex flex-wrap gap-3">
        <button type="button" className="button max-md:min-h-14" disabled={busy} onClick={() => void write(both)}>
          Both happened
        </button>
        {sides.map((side) => (
          <button
            key={side.entryId}
            type="button"
            className="button max-md:min-h-14"
            disabled={busy}
            onClick={() => void write(onlyTheOther(side))}
          >
            That of {side.words} did not
          </button>
        ))}
      </div>
      <FormProblem reason={problem} />
    </div>
  );
}
