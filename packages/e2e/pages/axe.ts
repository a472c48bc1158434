import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { type Page } from '@playwright/test';

const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core'), 'utf8');

/** What assistive tools would stumble over on the page as it stands. */
export async function axeViolations(page: Page): Promise<string[]> {
  await page.evaluate(axeSource);
  return page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: {
        run: () => Promise<{
          violations: { id: string; nodes: { target: string[]; failureSummary: string }[] }[];
        }>;
      };
    };
    const { violations } = await axe.run();
    return violations.flatMap((v) =>
      v.nodes.map((n) => `${v.id} at ${n.target.join(' ')}: ${n.failureSummary}`),
    );
  });
}
