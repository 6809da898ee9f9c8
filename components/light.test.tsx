import { readFileSync } from 'node:fs';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { LightChoice, LightKept } from './light';

const shown = () => document.documentElement.dataset.light;

describe('the light', () => {
  beforeEach(() => {
    localStorage.clear();
    delete document.documentElement.dataset.light;
  });

  it('is as the device says until somebody chooses, and stays chosen on this device', async () => {
    const user = userEvent.setup();
    const { unmount } = render(<LightChoice />);
    expect(screen.getByLabelText('Light')).toHaveProperty('value', 'device');
    await user.selectOptions(screen.getByLabelText('Light'), 'night');
    expect(shown()).toBe('night');
    unmount();
    delete document.documentElement.dataset.light;
    render(<LightKept />);
    expect(shown()).toBe('night');
  });

  it('goes back to what the device says', async () => {
    const user = userEvent.setup();
    localStorage.setItem('tagebuch-light', 'day');
    render(<LightChoice />);
    await user.selectOptions(screen.getByLabelText('Light'), 'device');
    expect([shown(), localStorage.getItem('tagebuch-light')]).toEqual([undefined, null]);
  });
});

describe('the colours', () => {
  const css = readFileSync('app/globals.css', 'utf8');
  const tokens = Object.fromEntries(
    [...css.matchAll(/--color-(\w+): light-dark\((#\w{6}), (#\w{6})\)/g)].map(([, name, day, night]) => [
      name!,
      [day!, night!] as const,
    ]),
  );
  /** Relative luminance, by WCAG 2. */
  const luminance = (hex: string) => {
    const [red, green, blue] = [1, 3, 5].map((at) => {
      const part = parseInt(hex.slice(at, at + 2), 16) / 255;
      return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!;
  };
  const contrast = (a: string, b: string) => {
    const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x);
    return (high! + 0.05) / (low! + 0.05);
  };

  it.each(
    ['day', 'night'].flatMap((light, at) =>
      [
        ['ink', 'ground'],
        ['ink', 'sheet'],
        ['muted', 'ground'],
        ['muted', 'sheet'],
        ['stop', 'ground'],
        ['stop', 'sheet'],
        ['sheet', 'ink'],
        ['sheet', 'muted'],
      ].map(([text, on]) => [light, text!, on!, at] as const),
    ),
  )('by %s: %s on %s is read', (_, text, on, at) => {
    expect(contrast(tokens[text]![at]!, tokens[on]![at]!)).toBeGreaterThanOrEqual(4.5);
  });
});
