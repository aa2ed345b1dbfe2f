import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/**
 * Axe's rules for WCAG 2.2 A and AA and its best practices, whatever weight it gives them. Nothing moves or fades meanwhile: a
 * notice that is about to go would be looked at half transparent.
 */
export async function expectClean(page: Page, except: string[] = []): Promise<void> {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .disableRules(except)
    .analyze();
  await page.emulateMedia({ reducedMotion: null });
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' ')}`),
  ).toEqual([]);
}
