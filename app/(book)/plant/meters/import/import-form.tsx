'use client';

import { useState } from 'react';
import { FileOrRows } from '@/components/file-or-rows';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted } from '@/components/words';
import type { ColumnMapping } from '@/core/meter/import-rows';
import type { ImportPreview } from '@/desk/bulk/import-readings';
import { importReadings, previewReadings } from '@/app/(book)/plant/actions';
import { ReadingsPreview } from './readings-preview';

export function ImportForm() {
  const [text, setText] = useState('');
  const [fileName, setFileName] = useState('');
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [said, setSaid] = useState('');
  const { busy, reason, send } = useMutation();

  const look = async (mapping: ColumnMapping | null, rows = text, name = fileName) => {
    setSaid('');
    const answer = await send(() => previewReadings({ text: rows, fileName: name, mapping }));
    setPreview(answer.ok ? answer.value : null);
  };
  const confirm = async () => {
    const answer = await send(() => importReadings({ text, fileName, mapping: preview!.mapping }));
    if (!answer.ok) return;
    setPreview(null);
    setText('');
    setSaid(
      `${counted(answer.value.stored, 'reading')} imported${answer.value.known > 0 ? `, ${answer.value.known} were in the book already` : ''}${answer.value.faulty > 0 ? `, ${counted(answer.value.faulty, 'faulty row')} left out` : ''}.`,
    );
  };
  return (
    <div className="mt-6 grid gap-6">
      <FileOrRows
        text={text}
        placeholder="machine,day,time,reading"
        onText={(rows) => {
          setText(rows);
          setFileName('');
          setPreview(null);
        }}
        onFile={(rows, name) => {
          setText(rows);
          setFileName(name);
          void look(null, rows, name);
        }}
      />
      <p>
        <button type="button" className="button button-first" disabled={busy} onClick={() => void look(null)}>
          {busy ? 'Reading …' : 'Preview'}
        </button>
      </p>
      <FormProblem reason={reason} />
      <p role="status">{said}</p>
      {preview && (
        <ReadingsPreview
          preview={preview}
          busy={busy}
          onMap={(mapping) => void look(mapping)}
          onConfirm={() => void confirm()}
        />
      )}
    </div>
  );
}
