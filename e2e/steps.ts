import { type Page, expect } from '@playwright/test';
import { press } from './book';

/** Answers steps with their first button until one asks for what is named. */
export async function stepsUntil(page: Page, wanted: RegExp): Promise<void> {
  const dialog = page.getByRole('dialog');
  const usual =
    /^(Done|Yes|It is so|It is in|Go on|All out.*|Lock \d+ is on: go on|Not measured|Cannot be read here|Nothing goes in|All of it is out|Nothing is left in)$/;
  for (let step = 0; step < 40; step += 1) {
    const before = await dialog.innerText();
    if (wanted.test(before)) return;
    await dialog.getByRole('button', { name: usual }).first().click();
    await expect.poll(() => dialog.innerText()).not.toBe(before);
  }
  throw new Error(`no step asks for ${wanted}`);
}

/** The own lock with every proof, as the sheet asks for it. */
export async function lockIt(page: Page, lockNo: string): Promise<void> {
  await press(page, 'Prove it, write my lock');
  for (const proof of await page.getByRole('checkbox').all()) await proof.click();
  await page.getByLabel('Number on your lock or tag').fill(lockNo);
  await press(page, 'My lock is on');
  await press(page, `Lock ${lockNo} is on: go on`);
}

/** Goes on with an oil change that drained: looks at what came out, closes, takes the lock off, and says that it is done. */
export async function finishOilChange(page: Page, lockNo: string): Promise<void> {
  await press(page, /^Go on: step/);
  await press(page, 'It has waited already');
  await stepsUntil(page, /Look at it/);
  await press(page, 'Say what you see');
  await press(page, 'clear, like new');
  await press(page, 'Go on');
  await press(page, 'Say what you see');
  await press(page, '0 or 1: nothing, or thin paste');
  await stepsUntil(page, /does it need a flush/);
  await press(page, 'No');
  await press(page, 'It is closed');
  await stepsUntil(page, /Filler on, breather on/);
  await press(page, 'It is closed');
  await press(page, `All out, lock ${lockNo} off`);
  await press(page, 'It is so');
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await press(page, 'Done as planned');
}
