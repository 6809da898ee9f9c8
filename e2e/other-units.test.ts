import { expect, test } from '@playwright/test';
import { besideNames, besideWords, saidBeside } from '@/core/units/beside';
import { openBook } from './book';
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

test('where a plant has other units beside, no page says a figure without them', async ({ page }) => {
  await openBook(page, '/plant/settings', 'Mirela Stöger');
  const tickAll = async (isOn: boolean) => {
    await page.goto('/plant/settings');
    for (const name of besideNames) await page.getByLabel(besideWords[name]).setChecked(isOn);
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Saved')).toBeVisible();
  };
  await tickAll(true);
  const shown = async (path: string): Promise<string> => {
    const answer = await page.request.get(path);
    expect(answer.status(), path).toBe(200);
    return answer.text();
  };
  const pages = screens.filter((each) => !typed.test(each)).map(addressOf);
  for (const [list, link] of ledTo) pages.push(link.exec(await shown(list))![0]);
  pages.push(...pages.filter((path) => path.startsWith('/routes/0')).map((path) => `${path}/sheet`));
  const bare: string[] = [];
  for (const screen of pages) {
    for (const line of linesOf(await shown(screen)))
      if (saidBeside(line, besideNames) !== line) bare.push(`${screen}: ${line}`);
  }
  await tickAll(false);
  expect(bare).toEqual([]);
});
