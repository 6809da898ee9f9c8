import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { type OperatingWindow, ViscosityChart } from '@/components/scales/viscosity-chart';
import { lineOf } from '@/core/assign/judge';
import { isGreaseKind } from '@/core/store/store-room';
import { assumedIndex, lineByIndex } from '@/core/viscosity/carry';
import { isoGrades } from '@/core/viscosity/iso-3448';
import { openDesk, reading } from '@/app/server';
import { lubricantsInUse } from '@/desk/read/lists';

export const metadata: Metadata = { title: 'Viscosity and temperature' };

type Search = { oil?: string | string[]; fromC?: string; toC?: string; thinnest?: string; thickest?: string };

const grades = isoGrades.flatMap(({ isoVg, mid }) => {
  const line = lineByIndex(mid, assumedIndex);
  return line ? [{ isoVg, line }] : [];
});

/** A window needs all four ends, in order; anything else is no window. */
function windowOf({ fromC, toC, thinnest, thickest }: Search): OperatingWindow | null {
  if (![fromC, toC, thinnest, thickest].every((text) => text?.trim())) return null;
  const window = { fromC: Number(fromC), toC: Number(toC), thinnest: Number(thinnest), thickest: Number(thickest) };
  return Object.values(window).every(Number.isFinite) &&
    window.fromC < window.toC &&
    window.thinnest < window.thickest &&
    window.thinnest > 0.5 &&
    window.fromC > -270
    ? window
    : null;
}

/** Several oils over the ISO grades, with the operating window. The address holds what is shown. */
export default async function ChartPage({ searchParams }: { searchParams: Promise<Search> }) {
  const search = await searchParams;
  await openDesk();
  const rows = await reading((db) => lubricantsInUse(db));
  const oils = rows
    .filter(({ kind }) => !isGreaseKind(kind))
    .flatMap((row) => {
      const line = lineOf(row);
      return line ? [{ code: row.code, name: row.name, line }] : [];
    });
  const asked = [search.oil ?? []].flat();
  const shown = asked.length > 0 ? oils.filter(({ code }) => asked.includes(code)) : oils.slice(0, 3);
  const window = windowOf(search);
  const wrong = !window && [search.fromC, search.toC, search.thinnest, search.thickest].some((text) => text?.trim());
  return (
    <>
      <PageHead trail={<Link href="/lubricants">Lubricants</Link>} title="Viscosity and temperature" />
      <div className="mt-6 gap-10 xl:grid xl:grid-cols-[minmax(0,820px)_minmax(0,1fr)]">
        <ViscosityChart key={shown.map(({ code }) => code).join()} oils={shown} grades={grades} window={window} />
        <form className="no-print max-xl:mt-8">
          <fieldset className="min-w-0">
            <legend className="font-medium">Oils shown</legend>
            <div className="columns-2 gap-4">
              {oils.map(({ code, name }) => (
                <label key={code} className="flex min-h-9 break-inside-avoid items-center gap-2">
                  <input
                    type="checkbox"
                    name="oil"
                    value={code}
                    defaultChecked={shown.some((each) => each.code === code)}
                    className="size-5 accent-ink"
                  />
                  <span className="house-code" title={name}>
                    {code}
                  </span>
                </label>
              ))}
            </div>
          </fieldset>
          <fieldset className="mt-5 min-w-0">
            <legend className="font-medium">Operating window</legend>
            <p className="caption">Temperatures it works at, and how thin and thick it may be there.</p>
            <div className="mt-2 grid grid-cols-2 gap-3">
              {(
                [
                  ['fromC', 'From, °C'],
                  ['toC', 'To, °C'],
                  ['thinnest', 'Thinnest, mm²/s'],
                  ['thickest', 'Thickest, mm²/s'],
                ] as const
              ).map(([name, label]) => (
                <label key={name}>
                  <span className="caption">{label}</span>
                  <input
                    name={name}
                    defaultValue={search[name] ?? ''}
                    inputMode="decimal"
                    className="field"
                    autoComplete="off"
                  />
                </label>
              ))}
            </div>
            {wrong && (
              <p role="alert" className="mt-2 border-l-4 border-ink pl-2">
                <span aria-hidden="true">✗ </span>The window needs four numbers, each pair from low to high. It is not
                drawn.
              </p>
            )}
          </fieldset>
          <button className="button mt-4">Draw</button>
          <p className="caption mt-6">
            Thin lines: ISO grades at viscosity index {assumedIndex}, through their mid-points at 40 °C (ISO 3448).
            Oils: straight on these axes by ASTM D341 through their viscosities at 40 and 100 °C; where the one at 100
            °C is not known, index {assumedIndex} is assumed. Near the pour point no oil follows its line.
          </p>
        </form>
      </div>
    </>
  );
}
