import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { type Page } from '@playwright/test';

const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core'), 'utf8');

/** The rules whose answer depends on the colours of a theme. */
export const OF_COLOURS = ['color-contrast', 'link-in-text-block'] as const;

interface Axe {
  run: (
    context: Document,
    options: object,
  ) => Promise<{
    violations: { id: string; nodes: { target: string[]; failureSummary: string }[] }[];
  }>;
}

/** What assistive tools would stumble over on the page as it stands. @param only rules by name; default all of them */
export async function axeViolations(page: Page, only?: readonly string[]): Promise<string[]> {
  const isThere = await page.evaluate(() => 'axe' in window);
  if (!isThere) await page.evaluate(axeSource);
  return page.evaluate(async (rules) => {
    const { axe } = window as unknown as { axe: Axe };
    const { violations } = await axe.run(document, {
      // Of what is well only the names are wanted.
      resultTypes: ['violations'],
      ...(rules && { runOnly: rules }),
    });
    return violations.flatMap((v) =>
      v.nodes.map((n) => `${v.id} at ${n.target.join(' ')}: ${n.failureSummary}`),
    );
  }, only);
}
