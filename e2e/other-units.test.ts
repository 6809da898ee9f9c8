import { type Browser, expect, test } from '@playwright/test';
import { besideNames, besideWords, saidBeside } from '@/core/units/beside';
import { openBook, phone, walkAll } from './book';
import { addressOf, screens } from './screens';

/** What names a thing, and would be another one in other units. */
const names = [
  // Viscosities are compared where the standards have them measured.
  /^40 °C$|(?:at|At) (?:40|100|40 and 100) °C/g,
  // Packs go by what is printed on them.
  /\b\d{1,4} (?:L|kg) (?:drum|can|pail)/g,
];

/** Pages on which cells and steps are shown as somebody types them. */
const typed = /\/(?:grid|procedures\/[\w-]+\/edit)$/;

/** The lines of a page as they are read; what is drawn, typed or chosen from is none of them. */
function linesOf(html: string): string[] {
  const inline = /<\/?(?:span|strong|a|b|em|code|abbr|i|small|sub|sup|time)\b[^>]*>/g;
  return html
    .replace(/<(script|style|svg|textarea|template|option)\b[\s\S]*?<\/\1>/g, '\n')
    .replace(/<!--[\s\S]*?-->/g, '')
    .replace(inline, '')
    .replace(/<[^<>]*>/g, '\n')
    .split('\n')
    .map((line) => names.reduce((text, name) => text.replace(name, '…'), line.trim()));
}

/** One of each kind that a list leads to, and what is printed of a route. */
const ledTo = [
  ['/routes', /\/routes\/[0-9A-Z]{26}/],
  ['/log', /\/log\/[0-9A-Z]{26}/],
  ['/due', /\/due\/[0-9A-Z]{26}/],
  ['/condition', /\/condition\/[0-9A-Z]{26}/],
] as const;

/** Figures of lines that stand without the other units. */
const bareOf = (where: string, html: string): string[] =>
  linesOf(html)
    .filter((line) => saidBeside(line, besideNames) !== line)
    .map((line) => `${where}: ${line}`);

test.describe('where a plant has other units beside', () => {
  const tickAll = async (browser: Browser, isOn: boolean) => {
    const page = await browser.newPage();
    await openBook(page, '/today', 'Mirela Stöger');
    await page.goto('/plant/settings');
    for (const name of besideNames) await page.getByLabel(besideWords[name]).setChecked(isOn);
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Saved')).toBeVisible();
    await page.close();
  };
  test.beforeAll(({ browser }) => tickAll(browser, true));
  test.afterAll(({ browser }) => tickAll(browser, false));

  test('no page says a figure without them', async ({ page }) => {
    await openBook(page, '/today', 'Mirela Stöger');
    const shown = async (path: string): Promise<string> => {
      const answer = await page.request.get(path);
      expect(answer.status(), path).toBe(200);
      return answer.text();
    };
    const pages = screens.filter((each) => !typed.test(each)).map(addressOf);
    for (const [list, link] of ledTo) pages.push(link.exec(await shown(list))![0]);
    pages.push(...pages.filter((path) => path.startsWith('/routes/0')).map((path) => `${path}/sheet`));
    const bare: string[] = [];
    for (const screen of pages) bare.push(...bareOf(screen, await shown(screen)));
    expect(bare).toEqual([]);
  });

  test('no stop of a round does, nor the first sheet that it opens', async ({ page }) => {
    test.setTimeout(240_000);
    await openBook(page, '/routes', 'Mirela Stöger');
    await page.setViewportSize(phone);
    const routes = page.getByRole('main').locator('a[href^="/routes/0"]');
    await expect(routes.first()).toBeVisible();
    const paths = await routes.evaluateAll((links) => links.map((link) => link.getAttribute('href')));
    const bare: string[] = [];
    const seen = new Set<string>();
    for (const path of new Set(paths)) {
      await page.goto(path!);
      if (!(await page.getByRole('button', { name: /^Walk all/ }).isVisible())) continue;
      await walkAll(page);
      const stops = page.getByRole('navigation', { name: 'Stops' }).getByRole('button', { name: /^Stop \d/ });
      await expect(stops.first()).toBeVisible();
      for (const stop of await stops.all()) {
        const label = (await stop.getAttribute('aria-label'))!;
        // What is done at a stop decides what is said there; another machine's are said alike.
        const kind = label.replace(/^.*?·\d+ /, '');
        if (seen.has(kind)) continue;
        seen.add(kind);
        await stop.click();
        await expect(page.locator('[aria-current="step"]')).toHaveAttribute('aria-label', label);
        bare.push(...bareOf(label, await page.getByRole('main').innerHTML()));
        const sheet = page.getByRole('button', { name: /^(Read |Step by step)/ }).first();
        if (!(await sheet.isVisible())) continue;
        await sheet.click();
        bare.push(...bareOf(`${label}, its sheet`, await page.getByRole('dialog').innerHTML()));
        await page.keyboard.press('Escape');
      }
    }
    expect(seen.size).toBeGreaterThan(30);
    expect(bare).toEqual([]);
  });
});
