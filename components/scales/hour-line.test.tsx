import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { HourLine as HourLineFacts } from '@/core/interval/task-due';
import { HourLine, nowPosition } from './hour-line';
import { hourScale } from './hour-scale';

const known: HourLineFacts = {
  state: 'known',
  basis: 'h',
  lastH: -300,
  dueH: 200,
  fromH: 150,
  toH: 250,
  earliestH: 180,
  latestH: 230,
  runIn: false,
  lowConfidence: false,
  hoursPerDay: 16,
};
const draw = (change: Partial<HourLineFacts> = {}) =>
  renderToStaticMarkup(<HourLine facts={{ ...known, ...change }} words="Regrease: due in 12 days" width={280} />);
/** Horizontal place of the due wedge: its point is the last one of a closed triangle. */
const wedge = (svg: string) => Number(/L([\d.]+) 16 Z/.exec(svg)![1]);

describe('the hour line', () => {
  it('is an image with words for a screen reader', () => {
    expect(draw()).toContain('role="img" aria-label="Regrease: due in 12 days"');
  });

  it('puts what is due right of now, and what is overdue left of it', () => {
    expect(wedge(draw())).toBeGreaterThan(nowPosition(280));
    expect(wedge(draw({ dueH: -40 }))).toBeLessThan(nowPosition(280));
    expect(wedge(draw({ dueH: 0 }))).toBeCloseTo(nowPosition(280));
  });

  it('marks run-in with a double tick, low confidence with dashes, other bases with their letters', () => {
    expect(draw({ runIn: true }).length).toBeGreaterThan(draw().length);
    expect(draw({ lowConfidence: true })).toContain('stroke-dasharray');
    expect(draw()).not.toContain('stroke-dasharray');
    expect(draw({ basis: 'd' })).toContain('>d</text>');
    expect(draw({ basis: 'cyc' })).toContain('>cyc</text>');
  });

  it('has no wedge for an unknown last service, and an arrow beyond the axis', () => {
    const unknown = renderToStaticMarkup(
      <HourLine
        facts={{ state: 'unknown', basis: 'h', runIn: false, lowConfidence: true, hoursPerDay: 16 }}
        words="unknown"
      />,
    );
    expect(unknown).not.toContain(' Z"');
    expect(unknown).toContain('>?</text>');
    expect(draw({ dueH: 9000 })).not.toContain(' Z"');
    // Overdue since longer than the axis reaches: a wedge at the edge, with an arrow that points on.
    expect(wedge(draw({ lastH: -9000, dueH: -7000 }))).toBe(wedge(draw({ lastH: -9000, dueH: -1000 })));
    expect(draw({ lastH: -9000, dueH: -7000 }).length).toBeGreaterThan(draw({ lastH: -9000, dueH: -1000 }).length);
  });

  it('spaces hours by their square root', () => {
    const x = hourScale(300);
    expect((x(400) - x(0)) / (x(100) - x(0))).toBeCloseTo(2);
    expect(x(0) - x(-1000)).toBeCloseTo(90);
    expect(x(1e9)).toBe(300);
  });
});
