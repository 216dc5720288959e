import { readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { root, running } from './fabrica';

/**
 * Every page in both themes against the rules of WCAG 2.2 A and AA that a program can check (axe-core), and
 * at 320 CSS pixels without scrolling sideways (WCAG 2.2, 1.4.10).
 */
const { address } = running();
const axe = readFileSync(path.join(root, 'node_modules/axe-core/axe.min.js'), 'utf8');
const rules = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

let page: Page;
const pages: Record<string, () => string> = {
  workshop: () => '/',
  prepare: () => `/assignments/${ids.assignment}/prepare`,
  'bring in': () => `/assignments/${ids.assignment}/bring-in`,
  describe: () => `/assignments/${ids.assignment}/describe`,
  shelf: () => '/templates',
  'new template': () => '/templates/new',
  template: () => `/templates/${ids.template}`,
  'my details': () => '/details',
  'read a picture': () => '/read',
};
const ids = { assignment: '', template: '' };

test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  const list = async (what: string) =>
    (await (await page.request.get(`${address}/api/${what}`)).json()) as { id: string; name: string }[];
  ids.template = (await list('templates'))[0]!.id;
  await page.goto(address);
  const link = page.getByRole('link', { name: 'Relaunch of the ketch', exact: true }).first();
  ids.assignment = /assignments\/([0-9a-f-]+)/.exec((await link.getAttribute('href'))!)![1]!;
});
test.afterAll(() => page.close());

async function open(name: string): Promise<void> {
  await page.goto(`${address}${pages[name]!()}`);
  await page.waitForLoadState('networkidle').catch(() => undefined);
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeAttached();
}

/** What axe finds: rule, why, and the first places. */
async function violations(): Promise<string[]> {
  await page.evaluate(axe);
  return page.evaluate(async (tags) => {
    type Found = { id: string; help: string; nodes: { html: string; failureSummary?: string }[] };
    const { axe } = window as unknown as {
      axe: { run: (on: Document, how: object) => Promise<{ violations: Found[] }> };
    };
    const found = await axe.run(document, { runOnly: { type: 'tag', values: tags } });
    return found.violations.map(
      ({ id, help, nodes }) =>
        `${id}: ${help}\n${nodes
          .slice(0, 4)
          .map(
            (node) =>
              `   ${node.html.slice(0, 160)}\n      ${node.failureSummary?.replaceAll('\n', ' ').slice(0, 200)}`,
          )
          .join('\n')}`,
    );
  }, rules);
}

for (const scheme of ['light', 'dark'] as const)
  for (const name of Object.keys(pages))
    test(`${name}, ${scheme}: axe finds nothing`, async () => {
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.emulateMedia({ colorScheme: scheme });
      await open(name);
      expect(await violations()).toEqual([]);
    });

for (const name of Object.keys(pages))
  test(`${name}: at 320 px nothing stands outside`, async () => {
    await page.setViewportSize({ width: 320, height: 800 });
    await open(name);
    const outside = await page.evaluate(() =>
      document.documentElement.scrollWidth <= 320
        ? []
        : [...document.body.querySelectorAll('*')]
            .filter((one) => one.getBoundingClientRect().right > 320)
            .map((one) => one.outerHTML.slice(0, 120)),
    );
    expect(outside).toEqual([]);
    await expect(page.getByRole('main')).toHaveCount(1);
  });
