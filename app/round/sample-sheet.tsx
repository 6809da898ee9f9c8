import { useState } from 'react';
import { drawnWords } from '@/core/entry/kinds/sample';
import { NumberPad, Sheet } from './number-pad';

/** Oil drawn for the laboratory: the number on its bottle, and when it was drawn. */
export function SampleSheet({
  open,
  onClose,
  onWrite,
}: {
  open: boolean;
  onClose: () => void;
  onWrite: (body: { bottle: string; drawn: string }) => void;
}) {
  const [bottle, setBottle] = useState<string | null>(null);
  const close = () => {
    setBottle(null);
    onClose();
  };
  return (
    <Sheet open={open} onClose={close} title="The sample">
      {bottle === null ? (
        <NumberPad
          label="Number on the bottle"
          unit=""
          submitLabel="Next: when was it drawn?"
          onSubmit={(_, typed) => setBottle(typed.trim())}
        />
      ) : (
        <>
          <p className="mt-3 text-lg">
            Bottle <strong>{bottle}</strong>, drawn
          </p>
          <div className="mt-3 grid gap-3">
            {Object.entries(drawnWords).map(([drawn, words]) => (
              <button
                key={drawn}
                type="button"
                className="button min-h-14"
                onClick={() => {
                  close();
                  onWrite({ bottle, drawn });
                }}
              >
                {words}
              </button>
            ))}
          </div>
        </>
      )}
    </Sheet>
  );
}
