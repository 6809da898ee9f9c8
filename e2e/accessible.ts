import AxeBuilder from '@axe-core/playwright';
import { type Page, expect } from '@playwright/test';

/** Serious and critical findings of axe on the page as it stands, by all rules or only some. */
export async function seriousFindings(page: Page, rules?: string[]): Promise<string[]> {
  // Controls that are still shut would be let off.
  await expect(page.locator('fieldset[role=none]:disabled')).toHaveCount(0);
  const axe = new AxeBuilder({ page })
    // Of long lists the first rows stand for all.
    .exclude('li:nth-child(n+21)')
    .exclude('tr:nth-child(n+21)')
    .options({ resultTypes: ['violations'], preload: false })
    // No frames here; otherwise each finding is carried through a page of its own, which takes twice as long.
    .setLegacyMode();
  const { violations } = await (rules ? axe.withRules(rules) : axe).analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .map(({ target }) => target.join(' '))
          .slice(0, 3)
          .join(' | ')}`,
    );
}
