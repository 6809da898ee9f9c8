import Link from 'next/link';

const examples = [
  'SUS 150–200 at 100 °F',
  'AGMA 8 compounded',
  'SAE 90',
  'ISO VG 68',
  '32 cSt at 40 °C',
  'CLP 220',
  'KP 2 K-20',
];

/** One field for what a worn plate says; the address holds it. */
export function PlateForm({ plate }: { plate: string }) {
  return (
    <form className="mt-6 max-w-2xl" role="search">
      <label htmlFor="plate" className="mb-1 block font-medium">
        What the plate or the old manual says
      </label>
      <div className="flex gap-2">
        <input
          id="plate"
          name="plate"
          defaultValue={plate}
          key={plate}
          className="field text-lg"
          autoComplete="off"
          placeholder="AGMA 8 compounded"
        />
        <button className="button button-first">Read</button>
      </div>
      <p className="caption mt-2">
        For example{' '}
        {examples.map((example, index) => (
          <span key={example}>
            {index > 0 && ', '}
            <Link href={`/lubricants/translate?plate=${encodeURIComponent(example)}`}>{example}</Link>
          </span>
        ))}
      </p>
    </form>
  );
}
