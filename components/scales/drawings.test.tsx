import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { usualOutline } from '@/core/register/outline';
import { waltherLine } from '@/core/viscosity/walther';
import { QrCode } from '../qr-code';
import { LevelGlass } from './level-glass';
import { MachineOutline } from './machine-outline';
import { MeterChart } from './meter-chart';
import { ViscosityChart } from './viscosity-chart';
import { WeekBars } from './week-bars';

const attribute = (svg: string, element: RegExp, name: string) =>
  Number(new RegExp(`${name}="([\\d.]+)"`).exec(element.exec(svg)![0])![1]);

describe('the level', () => {
  const draw = (share: number) =>
    renderToStaticMarkup(<LevelGlass share={share} words="Enough for 3 months" unit="year" />);
  const amber = (svg: string) => attribute(svg, /<rect[^>]*amber[^>]*>/, 'width');

  it('says in words what it draws', () => {
    expect(draw(0.25)).toContain('aria-label="Enough for 3 months"');
    expect(draw(0.25)).toContain('the glass holds one year');
  });

  it('rises with the share, and is full at more than a year', () => {
    expect(amber(draw(0.5))).toBeCloseTo(2 * amber(draw(0.25)), 0);
    expect(amber(draw(3))).toBe(amber(draw(1)));
    expect(amber(draw(0))).toBe(0);
  });
});

describe('the outline', () => {
  const ids = ['a', 'b', 'c'];
  const svg = renderToStaticMarkup(
    <MachineOutline
      outline={usualOutline('Mill', ids)}
      numbers={new Map(ids.map((id, index) => [id, index + 1]))}
      title="Outline of BM-1"
    />,
  );

  it('numbers every point and names its boxes', () => {
    expect(svg.match(/<circle/g)).toHaveLength(3);
    expect(svg).toContain('>Mill<');
    for (const number of [1, 2, 3]) expect(svg).toContain(`>${number}</text>`);
    expect(svg).toContain('aria-label="Outline of BM-1"');
  });
});

describe('the viscosity chart', () => {
  const line = waltherLine({ temperatureC: 40, kv: 220 }, { temperatureC: 100, kv: 19 });
  const oils = ['A', 'B'].map((code) => ({ code, name: `Oil ${code}`, line }));
  const draw = (window: Parameters<typeof ViscosityChart>[0]['window'] = null) =>
    renderToStaticMarkup(<ViscosityChart oils={oils} grades={[{ isoVg: 220, line }]} window={window} />);

  it('is on the page before any script runs, with the values in words', () => {
    expect(draw()).toContain('Viscosity against temperature of A, B');
    expect(draw()).toContain('220 mm²/s');
    expect(draw()).toContain('data-grade="220"');
  });

  it('tells two oils apart by pattern and label, not by colour', () => {
    const [first, second] = [...draw().matchAll(/<line data-oil="[AB]"[^>]*>/g)].map(([element]) => element);
    const pattern = (element: string | undefined) => /stroke-dasharray="([^"]*)"/.exec(element!)?.[1] ?? '';
    expect(pattern(first)).not.toBe(pattern(second));
    expect(new Set([first, second].map((element) => /stroke="([^"]*)"/.exec(element!)![1])).size).toBe(1);
  });

  it('hatches the operating window only when there is one', () => {
    expect(draw()).not.toMatch(/fill="url\(#[^)]*hatch\)"/);
    expect(draw({ fromC: 20, toC: 70, thinnest: 20, thickest: 1000 })).toMatch(/fill="url\(#[^)]*hatch\)"/);
  });
});

describe('the QR code', () => {
  const draw = (text: string) => renderToStaticMarkup(<QrCode text={text} size="20mm" words={`QR code to ${text}`} />);

  it('says where it leads, and differs from another', () => {
    expect(draw('http://127.0.0.1/a')).toContain('aria-label="QR code to http://127.0.0.1/a"');
    expect(draw('http://127.0.0.1/a')).not.toBe(draw('http://127.0.0.1/b').replaceAll('/b', '/a'));
  });

  it('keeps the quiet margin that readers need', () => {
    expect(draw('x')).not.toMatch(/M[01] \d|M\d+ [01]h/);
  });
});

describe('weeks as bars', () => {
  const bar = (week: string, mid: number, low = mid, high = mid) => ({ week, low, mid, high });
  const svg = renderToStaticMarkup(
    <WeekBars
      title="Work by week"
      what="Work"
      unit="h"
      bars={[bar('2026-W48', 4, 2, 6), bar('2026-W49', 2), bar('2026-W50', 0)]}
    />,
  );
  const heights = [...svg.matchAll(/<path d="M[\d.]+ [\d.]+h[\d.]+v([\d.]+)h[^>]*class="bar"/g)].map(([, height]) =>
    Number(height),
  );

  it('are as high as what they say', () => {
    expect(heights).toHaveLength(3);
    expect(heights[0]).toBeCloseTo(2 * heights[1]!, 0);
    expect(heights[2]).toBe(0);
  });

  it('lead to their weeks, in words, with a whisker only where the forecast spreads', () => {
    expect(svg.match(/href="\/due\/outlook\/2026-W\d\d"/g)).toHaveLength(3);
    expect(svg).toContain('<title>Work, week 2026-W48: 4 h, 2 to 6</title>');
    expect(svg.match(/class="whisker"/g)).toHaveLength(1);
  });

  it('are amber where they are lubricant, and never empty of an axis', () => {
    expect(
      renderToStaticMarkup(<WeekBars title="G-22" what="G-22" unit="g" bars={[bar('2026-W48', 0)]} lubricant />),
    ).toContain('of-lubricant');
    expect(
      renderToStaticMarkup(<WeekBars title="G-22" what="G-22" unit="g" bars={[bar('2026-W48', 0)]} />),
    ).not.toContain('NaN');
  });
});

describe('a meter over time', () => {
  const at = (day: number) => Date.UTC(2026, 5, day);
  const draw = (leftOut: { atMs: number; value: number }[]) =>
    renderToStaticMarkup(
      <MeterChart
        title="Hour meter"
        unit="h"
        kept={[
          { atMs: at(1), value: 100 },
          { atMs: at(8), value: 180 },
        ]}
        leftOut={leftOut}
        forecast={[
          { atMs: at(8), value: 180 },
          { atMs: at(22), value: 340 },
        ]}
      />,
    );

  it('draws what was kept, dashes what is forecast, and crosses out what was left out', () => {
    expect(draw([]).match(/<circle/g)).toHaveLength(2);
    expect(draw([]).match(/stroke-dasharray/g)).toHaveLength(1);
    expect(draw([{ atMs: at(4), value: 9999 }]).match(/l8 8 m0 -8 l-8 8/g)).toHaveLength(1);
    expect(draw([{ atMs: at(4), value: 9999 }])).not.toContain('NaN');
  });
});
