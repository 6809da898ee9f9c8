'use client';

import { useFormContext, useWatch } from 'react-hook-form';
import { FieldRows } from '@/components/ui/field-rows';
import { ChoiceField, ChoicesField, TextField, optionsOf } from '@/components/ui/fields';
import { type TypedReading, typedReading } from '@/core/register/asked-reading';
import { usualBandWords, usualReadingsAt } from '@/core/register/usual-readings';
import { levelGaugeWords } from '@/core/words/level-gauges';
import { machineStates } from '@/core/words/machine-states';
import { lookWords } from '@/core/words/looks';
import { quantityWords } from '@/core/words/quantities';

const nothing: TypedReading = {
  quantity: 'temperature',
  name: '',
  unit: '',
  validIn: '',
  stopLow: '',
  warnLow: '',
  warnHigh: '',
  stopHigh: '',
  whoActs: '',
  means: '',
  gauge: '',
};

type Asking = Record<string, TypedReading[]>;

/**
 * What is looked at and read when a task is done: asked at the stop, and judged by its limits there.
 * @param kind of the point: what is usually read there is proposed
 * @param within what the names of its fields begin with, where the task is one of several
 */
export function AskedFields({ kind, within = '' }: { kind: string; within?: string }) {
  const { control, setValue } = useFormContext<Asking>();
  const name = `${within}readings`;
  const readings = useWatch({ control, name });
  const usual = usualReadingsAt(kind);
  return (
    <>
      <div className="sm:col-span-2">
        <ChoicesField
          name={`${within}looks`}
          label="What is looked at"
          options={optionsOf(lookWords)}
          hint="Each is asked at the stop with answers of its own; what is not as it should be becomes a finding"
        />
      </div>
      <fieldset className="sm:col-span-2">
        <legend className="font-medium">What is read</legend>
        <p className="caption mb-2">
          Asked at the stop. Past a warning the look is not in order and a finding is written; past a stop it asks to
          act now. A limit that nobody said stays empty.
        </p>
        {readings.length === 0 && usual.length > 0 && (
          <p className="mb-2">
            <button
              type="button"
              className="button"
              onClick={() => setValue(name, usual.map(typedReading), { shouldDirty: true })}
            >
              Take what is usually read here
            </button>
          </p>
        )}
        <FieldRows
          name={name}
          empty={nothing}
          words={{ add: 'Add a reading', row: 'reading' }}
          columns="grid-cols-2 sm:grid-cols-4"
        >
          {(row) => (
            <>
              <div className="col-span-2">
                <TextField name={`${row}.name`} label="What is read" required />
              </div>
              <ChoiceField name={`${row}.quantity`} label="Quantity" options={optionsOf(quantityWords)} required />
              <TextField name={`${row}.unit`} label="Unit" />
              <TextField name={`${row}.stopLow`} label="Stop below" />
              <TextField name={`${row}.warnLow`} label="Warn below" />
              <TextField name={`${row}.warnHigh`} label="Warn above" />
              <TextField name={`${row}.stopHigh`} label="Stop above" />
              <UsualBand kind={kind} row={row} />
              <div className="col-span-2 sm:col-span-3">
                <ChoiceField
                  name={`${row}.validIn`}
                  label="Counts only when read"
                  options={optionsOf(machineStates)}
                  empty="in any state"
                />
              </div>
              <TextField name={`${row}.whoActs`} label="Who acts, outside of it" />
              <Gauge row={row} />
              <div className="col-span-2 sm:col-span-4">
                <TextField name={`${row}.means`} label="What it means, outside of it" />
              </div>
            </>
          )}
        </FieldRows>
      </fieldset>
    </>
  );
}

/** What a level is seen on: drawn so at the stop. */
function Gauge({ row }: { row: string }) {
  const quantity = useWatch({ name: `${row}.quantity` }) as string;
  return quantity === 'level' ? (
    <div className="col-span-2">
      <ChoiceField
        name={`${row}.gauge`}
        label="Level is seen on"
        options={optionsOf(levelGaugeWords)}
        empty="a round glass"
      />
    </div>
  ) : null;
}

/** Where it usually lies by the trade, beside what is said here. */
function UsualBand({ kind, row }: { kind: string; row: string }) {
  const name = useWatch({ name: `${row}.name` }) as string;
  const usual = usualBandWords(kind, name);
  return usual ? <p className="caption col-span-2 sm:col-span-4">Usual at such a point: {usual}</p> : null;
}
