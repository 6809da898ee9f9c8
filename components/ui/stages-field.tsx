'use client';

import { useWatch } from 'react-hook-form';
import { parseStages, stageExample, stageWords } from '@/core/interval/stage-words';
import { TextField } from './fields';

/** Stages as people write them; what was read is said back at once. */
export function StagesField({ name, required = false }: { name: string; required?: boolean }) {
  const typed = useWatch({ name }) as string | undefined;
  const read = parseStages(typed ?? '');
  return (
    <>
      <TextField
        name={name}
        label="How often"
        required={required}
        hint={`Such as: ${stageExample}; or daily, weekly, monthly, quarterly, yearly`}
      />
      <p className="caption mt-1" aria-live="polite">
        {read.ok
          ? `Read as: ${stageWords(read.stages)}${read.stages.some((stage) => [stage.hours, stage.cycles, stage.days, stage.standstillDays].filter((limit) => limit !== undefined).length > 1) ? ', whichever comes first' : ''}`
          : ''}
      </p>
    </>
  );
}
