import { type APIRequestContext, type Page, expect, test } from '@playwright/test';
import { ulid } from 'ulid';
import { logLines, openBook, openStop, post, press, pressAndArrive, read, signIn } from './book';

test.describe.configure({ mode: 'serial' });

const hour = 3_600_000;
const done = (page: Page) => page.getByRole('button', { name: 'Done: in order' });
/** What the newest finding of a machine says, after it was written at the stop. */
async function written(page: Page, machine: string): Promise<string> {
  await pressAndArrive(page, 'Not in order: write it', 'check');
  return (await logLines(page, `machine=${machine}&kind=finding`))[0]!;
}
/** What a device has read at a point some time ago. */
async function readBefore(request: APIRequestContext, label: string, value: object, hoursAgo: number): Promise<void> {
  await signIn(request);
  const [machine, number] = label.split('·');
  const areas = ['SO', 'TR'];
  const lists = await Promise.all(areas.map(async (area) => (await request.get(`/api/points?area=${area}`)).json()));
  const points = lists.flatMap(({ points: each }: { points: { id: string; label: string }[] }) => each);
  const point = points.find((each) => each.label === `${machine}·${number}`)!;
  const at = new Date(Date.now() - hoursAgo * hour).toISOString();
  const answer = await post(request, '/api/observations', {
    id: ulid(),
    at,
    pointId: point.id,
    values: [value],
    source: 'test',
  });
  expect(answer.status()).toBe(201);
}

/** Goes to another stop of the walk that is open. */
const goTo = (page: Page, stop: RegExp) =>
  page.getByRole('navigation', { name: 'Stops' }).getByRole('button', { name: stop }).first().click();

test('a bottle that empties too fast, and a bush with its hours left', async ({ page, request }) => {
  await readBefore(request, 'SO-V1·01', { quantity: 'Oil in the bottle', value: 90, unit: '%' }, 2);
  await openStop(page, 'R-FINISH', /PK-P1·07 Measure: clearance of the bush/);
  await press(page, 'Read Clearance of the bush');
  await read(page, '0.48');
  await expect(page.getByText(/Reaches 0.8 mm in about .+ run hours/)).toBeVisible();
  await press(page, 'Done: in order');
  await goTo(page, /SO-V1·01 Look at the bottle/);
  await press(page, 'Read Oil in the bottle');
  await press(page, '50 % half');
  await expect(page.getByText('✗ uses far more than usual')).toBeVisible();
  expect(await written(page, 'SO-V1')).toContain('uses far more than usual (plan)');
  await page.goto('/plant/machines/PK-P1/trends');
  await expect(page.getByText(/Reaches 0.8 mm in about .+ run hours/)).toBeVisible();
});

test('a filter drop over its limit judges nothing cold, and is found warm', async ({ page }) => {
  await openStop(page, 'R-PRESS', /P3·01 Read temperature, filter and gauges/);
  await press(page, 'Look: Oil in the glass');
  await press(page, 'clear, like new');
  await press(page, 'dry, clean');
  await read(page, '31');
  await read(page, '3');
  await press(page, 'No: keep it as an observation');
  for (const value of ['200', '2']) await read(page, value);
  await expect(page.getByText('an observation: read it again as its limits are for')).toBeVisible();
  await expect(done(page)).toBeVisible();
  await press(page, /^Oil temperature/);
  await read(page, '46');
  await press(page, /^Filter difference/);
  await read(page, '3');
  await expect(page.getByText('✗ above its warning')).toBeVisible();
  expect(await written(page, 'P3')).toContain('filter: pressure drop high (act now)');
});

test('a counterbalance out of its band calls the service; its gas is low and falls within a day', async ({
  page,
  request,
}) => {
  await readBefore(request, 'TR-D1·05', { quantity: 'Gas pre-charge', value: 41, unit: 'bar' }, 20);
  await openStop(page, 'R-TOOL', /TR-D1·05 Read the counterbalance gauge/);
  await press(page, 'Read Counterbalance gauge');
  await read(page, '48');
  await expect(page.getByText(/Call: the service for machine tools/)).toBeVisible();
  await expect(page.getByText(/Stop it by the site’s rules/)).toBeVisible();
  await expect(done(page)).toHaveCount(0);
  await press(page, 'Not in order: write it');
  await goTo(page, /TR-D1·05 Read the gas pre-charge/);
  await press(page, 'Read Gas pre-charge');
  for (const figure of '38') await page.getByRole('button', { name: figure, exact: true }).click();
  await press(page, 'Next: how warm is the gas?');
  await read(page, '30');
  await expect(page.getByText(/✗ below its warning, ✗ gas pre-charge low/)).toBeVisible();
  const gas = await written(page, 'TR-D1');
  expect(gas).toContain('gas pre-charge low, falls by 5 % and more within a day');
  expect(gas).toContain('38 bar on the gauge at 30 °C');
  const [, gauge] = await logLines(page, 'machine=TR-D1&kind=finding');
  expect(gauge).toContain('pressure too low (act now)');
  expect(gauge).toContain('It means: the arm may sink or fall');
});

test('slack between two limits, too tight is another thing than too loose; a weld that is worn', async ({ page }) => {
  await openStop(page, 'R-RAW', /RM-B1·02 Measure the slack/);
  await press(page, 'Read Slack in the middle');
  await read(page, '8');
  await expect(page.getByText('✗ below its warning')).toBeVisible();
  await press(page, /^Slack in the middle/);
  await read(page, '20');
  await expect(done(page)).toBeVisible();
  await press(page, /^Slack in the middle/);
  await read(page, '34');
  await press(page, 'Not in order: write it');
  await goTo(page, /RM-B2·02 Measure the slack/);
  await press(page, 'Read Slack in the middle');
  await read(page, '8');
  await press(page, 'Not in order: write it');
  await goTo(page, /RM-E1·07 Measure: height of the weld/);
  await press(page, 'Read Height of the weld');
  await read(page, '3.8');
  const weld = await written(page, 'RM-E1');
  expect(weld).toContain('worn to its limit (plan)');
  expect(weld).toContain('It means: below it the plate itself wears');
  expect((await logLines(page, 'machine=RM-B1&kind=finding'))[0]).toContain('slack over its limit (plan)');
  expect((await logLines(page, 'machine=RM-B2&kind=finding'))[0]).toContain(
    'too tight, or too little clearance (plan)',
  );
});

/** Reads a temperature every few minutes, on the test's own clock. */
async function readEvery(page: Page, values: readonly string[]): Promise<void> {
  await press(page, 'Read Oil from a cold start');
  for (const [place, value] of values.entries()) {
    if (place > 0) {
      await page.clock.fastForward(10 * 60_000);
      await press(page, 'Read the next');
    }
    await read(page, value);
  }
}
/** The test's clock begins so many minutes ago, so that nothing is read in what is to come. */
const beginBefore = (page: Page, minutes: number) => page.clock.install({ time: Date.now() - minutes * 60_000 });

test('a temperature that levels off is taken, with every reading of it', async ({ page }) => {
  await beginBefore(page, 32);
  await openStop(page, 'R-PRESS', /P1·02 Temperature from a cold start/);
  await readEvery(page, ['26', '44', '52', '53']);
  await expect(page.getByText(/^level: 0.1 K a minute/)).toBeVisible();
  await press(page, 'It is level: take it so');
  await pressAndArrive(page, 'Done: in order', 'check');
  const [look] = await logLines(page, 'machine=P1&kind=check');
  expect(look).toContain('Oil from a cold start 44 °C after 10 min');
});

test('one that climbs stops the machine; what was read outlives another stop and a closed tab', async ({ page }) => {
  await beginBefore(page, 22);
  await openStop(page, 'R-PRESS', /P2·02 Temperature from a cold start/);
  await readEvery(page, ['30', '46']);
  await press(page, 'Go on with the round, read it again later');
  await expect(page.getByText('goes on: read it again')).toBeVisible();
  await page.reload();
  await press(page, /P2·02 Temperature from a cold start/);
  await press(page, 'Read Oil from a cold start');
  await expect(page.getByText('after 10 min')).toBeVisible();
  await page.clock.fastForward(10 * 60_000);
  await press(page, 'Read the next');
  await read(page, '72');
  await expect(page.getByText(/Stop it by the site’s rules/).first()).toBeVisible();
  await press(page, 'Leave it at that: not in order');
  expect(await written(page, 'P2')).toContain('hot and still climbing (act now)');
});

test('a level read in another state than its marks are for becomes no finding and no litres', async ({ page }) => {
  await openStop(page, 'R-PUMP', /CP-W1·02 Ring turns, level right/);
  await press(page, 'Look: Oil ring');
  await press(page, 'turns evenly and brings oil');
  await press(page, 'Not read running, loaded');
  await press(page, '0 % empty');
  await read(page, '55');
  await expect(page.getByText('an observation: read it again as its limits are for')).toBeVisible();
  await pressAndArrive(page, 'Done: in order', 'check');
  const [look] = await logLines(page, 'machine=CP-W1&kind=check');
  expect(look).toContain('in order');
});

test('what a sign means is said otherwise for a point, by whose word, and holds at its stop', async ({ page }) => {
  await openBook(page, '/condition?machine=P1', 'Mirela Stöger');
  await page.getByRole('region', { name: 'Findings' }).getByRole('link', { name: 'leak' }).first().click();
  await page.getByRole('link', { name: /^The rule/ }).click();
  await expect(page.getByText(/As it is to be judged at/)).toBeVisible();
  const rule = page.getByRole('region', { name: 'else' });
  await rule.getByText('Say otherwise for this point').click();
  await rule.getByLabel(/^What it comes to/).selectOption({ label: 'act now' });
  await rule.getByRole('button', { name: 'Write this rule' }).click();
  await expect(rule.getByText(/Whose word it is: is missing|Whose word/).first()).toBeVisible();
  await rule.getByLabel(/^Whose word/).fill('Instruction 7');
  await rule.getByRole('button', { name: 'Write this rule' }).click();
  await expect(rule.getByText(/This point: act now/)).toBeVisible();
  await expect(rule.getByText(/does not hold here/)).toBeVisible();
  await openStop(page, 'R-PRESS', /P1·01 Read temperature, filter and gauges/);
  await press(page, 'Something is off');
  await press(page, 'leak');
  await expect(page.getByRole('button', { name: 'act now', pressed: true })).toBeVisible();
});
