import { openSync } from 'fontkit';
import { describe, expect, it } from 'vitest';

/** The font we ship must have every sign the book writes, and figures of one width. */
describe('the font', () => {
  const font = openSync('node_modules/inter-ui/variable/InterVariable.woff2') as unknown as {
    hasGlyphForCodePoint: (point: number) => boolean;
    availableFeatures: string[];
    layout: (text: string, features: string[]) => { advanceWidth: number };
  };

  it.each([...'µνκ≥≤→√π²³°·…–−±×’“”∞⁶›✗'])('has %s', (sign) => {
    expect(font.hasGlyphForCodePoint(sign.codePointAt(0)!)).toBe(true);
  });

  it('has tabular figures', () => {
    expect(font.availableFeatures).toContain('tnum');
    const widths = [...'0123456789'].map((figure) => font.layout(figure, ['tnum']).advanceWidth);
    expect(new Set(widths).size).toBe(1);
  });
});
