import { Beside } from '@/components/beside';
import Link from 'next/link';
import { Fact } from '@/components/ui/fact';
import { Section } from '@/components/ui/section';
import { measured } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { materials as materialWords } from '@/core/compat/vocabulary';
import type { Choice } from '@/desk/assign/choose';

/** How cold and warm it is around the point, what it touches, and what is in there now. */
export function SurroundingsSection({
  here,
  bands,
  band,
  choice: { ambient, materials, contents },
}: {
  here: string;
  bands: readonly { name: string; fromC: number; toC: number }[];
  band: string | null;
  choice: Pick<Choice, 'ambient' | 'materials' | 'contents'>;
}) {
  return (
    <Section id="around" title="Where it works">
      <form className="mt-2 grid max-w-md grid-cols-2 gap-3">
        <label>
          <span className="caption">Coldest around it</span>
          <input name="from" className="field" defaultValue={`${measured(ambient.minC)} °C`} autoComplete="off" />
        </label>
        <label>
          <span className="caption">Warmest around it</span>
          <input name="to" className="field" defaultValue={`${measured(ambient.maxC)} °C`} autoComplete="off" />
        </label>
        <button className="button col-span-2 w-fit">Judge for this ambient</button>
      </form>
      {bands.length > 0 && (
        <p className="caption mt-2">
          Bands of the plant:{' '}
          {bands.map(({ name, fromC, toC }) => (
            <span key={name} className="mr-3">
              <Link
                href={`${here}/choose?band=${encodeURIComponent(name)}`}
                aria-current={band === name ? 'true' : undefined}
              >
                {name}
              </Link>{' '}
              <Beside>{`${measured(fromC)} to ${measured(toC)} °C`}</Beside>
            </span>
          ))}
        </p>
      )}
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-5">
        <Fact name="Touches">
          {materials.length > 0 ? (
            materials.map((material) => materialWords[material]).join(', ')
          ) : (
            <>
              not said.{' '}
              <WhoMay action="plan">
                <Link href={`${here}/edit`}>Say which metals and seals</Link>
              </WhoMay>
            </>
          )}
        </Fact>
        <Fact name="In there now">
          {contents === 'unknown'
            ? 'not known by the book: an unknown mixture'
            : contents.length === 0
              ? 'nothing: it came empty'
              : contents.map(({ code, name }, index) => (
                  <span key={code} className="block">
                    {index > 0 && 'topped up with '}
                    <span className="house-code">{code}</span> {name}
                  </span>
                ))}
        </Fact>
      </dl>
    </Section>
  );
}
