import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/**
 * Axe's rules for WCAG 2.2 A and AA and its best practices, whatever weight it gives them. Notices are left out: one that is
 * about to go is half transparent, whenever axe happens to look.
 */
export async function expectClean(page: Page, except: string[] = []): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .exclude('[data-sonner-toaster]')
    .disableRules(except)
    .analyze();
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' ')}`),
  ).toEqual([]);
}
