import { render, screen } from '@testing-library/react';
import QRCode from 'qrcode';
import { describe, expect, it } from 'vitest';
import { QrCode } from './qr-code';

describe('a QR code', () => {
  it.each(['http://127.0.0.1:3000/plant/machines/BM-1', 'x', 'ä'.repeat(120)])(
    'of "%s" is dark where it is to be',
    (text) => {
      render(<QrCode text={text} size="24mm" words="to the machine" />);
      const drawing = screen.getByRole('img', { name: 'to the machine' });
      const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
      const dark = new Set<string>();
      const path = drawing.querySelector('path')!.getAttribute('d')!;
      for (const [, x, y, length] of path.matchAll(/M(\d+) (\d+)\.5h(\d+)/g))
        for (let along = 0; along < Number(length); along += 1) dark.add(`${Number(x) + along} ${y}`);
      const wanted = Array.from(modules.data)
        .map((each, place) => [each, `${(place % modules.size) + 2} ${Math.floor(place / modules.size) + 2}`] as const)
        .filter(([each]) => each)
        .map(([, at]) => at);
      expect([...dark].sort()).toEqual(wanted.sort());
      expect(drawing.getAttribute('viewBox')).toBe(`0 0 ${modules.size + 4} ${modules.size + 4}`);
    },
  );
});
