// `npm run screenshots`: one current picture per main view into docs/screenshots/, from a running demo plant.
import { mkdirSync } from 'node:fs';
import { chromium } from '@playwright/test';

const base = `http://127.0.0.1:${process.env.PORT ?? 3000}`;
const folder = 'docs/screenshots';
const desktop = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
const page = await (
  await browser.newContext({ viewport: desktop, reducedMotion: 'reduce', locale: 'en-GB', timezoneId: 'Europe/Vienna' })
).newPage();

/** Opens a page, prepares it, and takes its picture. */
async function shoot(name, path, prepare = async () => {}, viewport = desktop) {
  await page.setViewportSize(viewport);
  await page.goto(base + path);
  await prepare();
  await page.waitForTimeout(500);
  await page.screenshot({ path: `${folder}/${name}.png` });
  console.log(`${name}.png`);
}

const startRound = async (route) => {
  await page.getByRole('link', { name: route }).click();
  await page.getByRole('button', { name: /^Walk all/ }).click();
  const goOn = page.getByRole('button', { name: 'Go on with it' });
  await goOn.or(page.getByRole('navigation', { name: 'Stops' })).waitFor();
  if (await goOn.isVisible()) await goOn.click();
  await page.getByRole('navigation', { name: 'Stops' }).waitFor();
};

await page.goto(`${base}/sign-in`);
await page.getByRole('button', { name: /Hanna/ }).click();
await page.waitForURL(/today/);

await shoot('today', '/today');
await shoot('plant', '/plant');
await shoot('machine', '/plant/machines/BM-1');
await shoot('point', '/plant/machines/BM-1/points/4');
await shoot('choose', '/plant/machines/GL1-01/points/1/choose');
await shoot('machine-chart', '/plant/machines/P1/chart');
await shoot('lubricants', '/lubricants');
await shoot('condition', '/condition');
await shoot('trend', '/plant/machines/CP-O1/trends', async () => {
  await page.getByRole('heading', { name: /Filter difference/ }).scrollIntoViewIfNeeded();
  await page.mouse.wheel(0, 2000);
});
await shoot('due', '/due?group=area');
await shoot('walk-order', '/routes', async () => {
  await page.getByRole('link', { name: 'R-LINE' }).click();
  await page.getByRole('link', { name: 'Order the walk' }).click();
  await page.getByRole('combobox', { name: 'Stops' }).selectOption('all');
  await page.getByRole('button', { name: 'Work out the order' }).click();
  await page.getByText(/of the best possible/).waitFor({ timeout: 60_000 });
});
await shoot('route-sheet', '/routes', async () => {
  await page.getByRole('link', { name: 'R-PUMP' }).click();
  await page.getByRole('link', { name: 'Route sheet' }).click();
  await page.getByRole('heading', { name: 'To take along' }).waitFor();
});
await shoot('hand-over', '/today', () => page.getByRole('link', { name: 'Hand-over' }).click());
await shoot(
  'viscosity-chart',
  '/lubricants/chart?oil=O-220&oil=O-460&oil=O-46&fromC=20&toC=70&thinnest=20&thickest=1000',
);
await shoot(
  'rounds-here',
  '/round',
  async () => {
    await page.getByText(/^Taken along /).waitFor();
    await page.getByRole('heading', { name: /R-TOOL/ }).waitFor();
  },
  phone,
);
await shoot('counter', '/counter/P2', async () => {}, phone);
await shoot('round', '/routes', () => startRound('R-MILLS'), phone);
const toStep = async (words) => {
  await startRound('R-OIL');
  await page.getByRole('button', { name: /^(Step by step|Go on: step)/ }).click();
  while (!(await page.getByRole('dialog').innerText()).includes(words))
    await page.getByRole('button', { name: /^(Done|Yes|Locked, written|Nothing goes in)/ }).click();
};
await shoot('procedure', '/routes', () => toStep('Open the filler'), phone);
await page.emulateMedia({ colorScheme: 'dark' });
await shoot('open-things', '/plant/machines/RM-C3');
await browser.close();
