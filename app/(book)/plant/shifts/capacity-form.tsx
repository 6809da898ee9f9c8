'use client';

import { FieldRows, type Row } from '@/components/ui/field-rows';
import { NoteField, QuantityField, TextField } from '@/components/ui/fields';
import { SaidForm } from '@/components/ui/said-form';
import { number } from '@/components/words';
import { tradeNumberNames, tradeNumbers } from '@/core/capacity/trade-numbers';
import { saveCapacity } from '../actions';

/** Shifts as rows, and each number of the trade with its usual value, its mark and where it comes from. */
export function CapacityForm({ shifts, numbers, sheetNote }: { shifts: Row[]; numbers: Row; sheetNote: string }) {
  return (
    <SaidForm
      needs="settings"
      initial={{ shifts, numbers, sheetNote }}
      submitLabel="Save shifts and numbers"
      saved="Saved."
      save={saveCapacity}
    >
      <FieldRows
        name="shifts"
        empty={{ name: '', from: '', to: '', people: '1', breaks: '' }}
        words={{
          none: 'No shift is set: three of eight hours with one person each are taken, with a break of half an hour.',
          add: 'Add a shift',
          row: 'shift',
        }}
        columns="sm:grid-cols-[1.2fr_0.7fr_0.7fr_0.6fr_1.6fr_auto]"
      >
        {(prefix) => (
          <>
            <TextField name={`${prefix}.name`} label="Name" required />
            <TextField name={`${prefix}.from`} label="From" required />
            <TextField name={`${prefix}.to`} label="To" required />
            <TextField name={`${prefix}.people`} label="People" required />
            <TextField name={`${prefix}.breaks`} label="Breaks" hint="such as 09:30-10:00, 12:00-12:15" />
          </>
        )}
      </FieldRows>
      <section aria-labelledby="numbers" className="grid gap-3">
        <div>
          <h2 id="numbers" className="text-xl">
            Numbers of the trade
          </h2>
          <p className="caption mt-1 max-w-prose">
            H, M, L: how sure. S standard, B books, C convention. A field that is left empty takes the usual number.
          </p>
        </div>
        <div className="grid gap-x-8 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
          {tradeNumberNames.map((name) => {
            const { label, unit, usual, mark, source } = tradeNumbers[name];
            return (
              <QuantityField
                key={name}
                name={`numbers.${name}`}
                label={`${label}, ${unit}`}
                dimension="number"
                hint={`Usual: ${number(usual)} ${unit} (${mark}), ${source}`}
              />
            );
          })}
        </div>
      </section>
      <NoteField
        name="sheetNote"
        label="On every route sheet"
        rows={3}
        hint="Whom to call, what to wear, which permit, where the spill kit is"
      />
    </SaidForm>
  );
}
