import type { WalkDocument } from '@/core/walk/document';

/** One of the people of the plant, with one tap. */
export const NamePick = ({
  label,
  people,
  onPick,
}: {
  label: string;
  people: WalkDocument['people'];
  onPick: (id: string) => void;
}) => (
  <fieldset className="mt-4">
    <legend className="text-lg font-semibold">{label}</legend>
    <div className="mt-2 grid gap-2">
      {people.map(({ id, initials, name }) => (
        <button key={id} type="button" className="button min-h-14 justify-start gap-3" onClick={() => onPick(id)}>
          <strong>{initials}</strong> {name}
        </button>
      ))}
    </div>
  </fieldset>
);
