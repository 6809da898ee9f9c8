'use client';

import { Beside, useBeside } from '@/components/beside';
import { Delete } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type ReactNode, useState } from 'react';

const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0'] as const;

/** A sheet over the whole screen, for a gloved hand. */
export function Sheet({
  open,
  onClose,
  title,
  children,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
}) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(next) => {
        if (!next) onClose();
      }}
    >
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-20 flex flex-col overflow-y-auto bg-ground p-4 text-[17px]"
        >
          <div className="mx-auto flex w-full max-w-xl grow flex-col">
            <div className="flex items-center justify-between gap-4">
              <Dialog.Title className="text-xl font-semibold">{title}</Dialog.Title>
              <Dialog.Close className="button min-h-14">Back</Dialog.Close>
            </div>
            {children}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** A large keypad of our own; the number is read as it is typed, with one decimal point. */
export function NumberPad({
  label,
  unit,
  hint,
  problem,
  signed = false,
  submitLabel,
  onSubmit,
}: {
  label: string;
  unit: string;
  hint?: string;
  problem?: string | null;
  /** It may lie below nought. */
  signed?: boolean;
  submitLabel: string;
  onSubmit: (value: number, typed: string) => void;
}) {
  const [typed, setTyped] = useState('');
  const press = (key: string) =>
    setTyped((before) => (key === '.' && before.includes('.') ? before : (before + key).slice(0, 10)));
  const value = Number(typed);
  const beside = useBeside();
  const read = `${typed.replace('-', '−')} ${unit}`;
  // Only where the plant says other units beside.
  const saidBesides = beside(read) === read ? '' : beside(read);
  return (
    <div className="mt-4 flex grow flex-col">
      <p>{label}</p>
      {hint && (
        <p className="caption">
          <Beside>{hint}</Beside>
        </p>
      )}
      <p className="mt-2 flex items-baseline gap-3 border-b-2 border-ink pb-1 text-5xl">
        <output aria-label={label} className="grow text-right">
          {typed.replace('-', '−') || '–'}
        </output>
        <span className="text-xl">{unit}</span>
      </p>
      <p className="caption min-h-6 text-right">{saidBesides}</p>
      <div role="alert">{problem && <p className="mt-3 border-l-4 border-ink pl-3">{problem}</p>}</div>
      <div className="mt-auto grid grid-cols-3 gap-2 pt-4">
        {keys.map((key) => (
          <button key={key} type="button" className="button min-h-16 text-2xl" onClick={() => press(key)}>
            {key}
          </button>
        ))}
        <button
          type="button"
          className="button min-h-16"
          onClick={() => setTyped(typed.slice(0, -1))}
          aria-label="Delete last digit"
        >
          <Delete aria-hidden="true" />
        </button>
        {signed && (
          <button
            type="button"
            className="button col-span-3 min-h-14"
            aria-pressed={typed.startsWith('-')}
            onClick={() => setTyped(typed.startsWith('-') ? typed.slice(1) : `-${typed}`)}
          >
            below nought
          </button>
        )}
      </div>
      <button
        type="button"
        className="button button-first mt-4 min-h-16 w-full text-lg"
        disabled={typed === '' || typed === '.' || !Number.isFinite(value)}
        onClick={() => onSubmit(value, typed)}
      >
        {submitLabel}
      </button>
    </div>
  );
}
