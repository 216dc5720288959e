import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { noteOffered } from './controlUse';
import { send as sendFrom } from './desk';
import { root, running } from './fabrica';
import { idle, standStill } from './idle';
import { labels } from './labels';
import { test } from './test';

// Covers: shell

/**
 * Every page in both themes against the rules of WCAG 2.2 A and AA that a program can check (axe-core), and
 * at 320 CSS pixels without scrolling sideways (WCAG 2.2, 1.4.10).
 */
const { address, data } = running();
const axe = readFileSync(path.join(root, 'node_modules/axe-core/axe.min.js'), 'utf8');
const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

let page: Page;
const pages: Record<string, () => string> = {
  workshop: () => '/',
  prepare: () => `/assignments/${ids.assignment}/prepare`,
  'bring in': () => `/assignments/${ids.assignment}/bring-in`,
  describe: () => `/assignments/${ids.assignment}/describe`,
  'describe as ledger': () => `/assignments/${ids.seen}/describe?as=ledger`,
  'describe one by one': () => `/assignments/${ids.seen}/describe?as=one`,
  check: () => `/assignments/${ids.seen}/check`,
  'check: how full': () => `/assignments/${ids.seen}/check?view=full`,
  'check: what came back': () => `/assignments/${ids.seen}/check?view=back`,
  'check: the source': () => `/assignments/${ids.seen}/check?view=source`,
  deliver: () => `/assignments/${ids.seen}/deliver`,
  find: () => '/find?where=Keywords+is+filled',
  'a gathering': () => '/find?where=Gathering+is+Looked+at',
  licences: () => '/licences',
  'what is kept': () => '/kept',
  backups: () => '/backups',
  upkeep: () => '/upkeep',
  guide: () => '/guide/describe-a-group',
  shelf: () => '/templates',
  'new template': () => '/templates/new',
  template: () => `/templates/${ids.template}`,
  'my details': () => '/details',
  'read a picture': () => '/read',
  vocabulary: () => `/vocabulary?term=${ids.term}`,
  'vocabulary in order': () => '/vocabulary?view=order',
  'vocabulary in use': () => '/vocabulary?view=use',
  'vocabulary bundles': () => '/vocabulary?view=bundles',
  'vocabulary in and out': () => '/vocabulary?view=exchange',
  receipt: () => `/runs/${ids.run}`,
  receipts: () => '/runs',
};
const ids = {
  assignment: '',
  template: '',
  run: '',
  seen: '',
  gathering: '',
  term: crypto.randomUUID() as string,
};
const folders = { source: path.join(data, 'seen-source'), working: path.join(data, 'seen-working') };

const seen = path.join(folders.working, 'kt26-0401.jpg');
let asPlaced: Buffer;

/** What opens over a page: how one comes there. */
const dialogs: Record<string, () => Promise<void>> = {
  'going to a page': async () => {
    await go('/');
    await page.keyboard.press('Control+k');
  },
  'gathering what was found': async () => {
    await go('/find');
    await page.getByRole('button', { name: labels.find.gather }).click();
  },
  'working on what was found': async () => {
    await go('/find?where=Gathering+is+Looked+at');
    await page.getByRole('button', { name: labels.find.workOnThem }).click();
    await expect(page.getByRole('dialog').getByRole('listitem').first()).toBeVisible();
  },
  'delivering what was found': async () => {
    await dialogs['working on what was found']!();
    await page.getByRole('dialog').getByRole('button', { name: labels.find.deliver }).click();
    await expect(page.getByRole('dialog').getByRole('button', { name: labels.find.back })).toBeVisible();
  },
  'choosing a folder': async () => {
    await go('/');
    await page.getByRole('button', { name: labels.workshop.newAssignment }).click();
    await page.getByRole('button', { name: 'Choose: Folder' }).click();
    await page.getByRole('navigation', { name: labels.folders.places }).getByRole('button').first().click();
    await expect(page.getByRole('button', { name: labels.folders.newFolderHere })).toBeVisible();
  },
  ...Object.fromEntries(
    ['Pictures', 'Size', 'Quality', 'Names', 'What they carry', 'Visible mark', 'Licence'].map((part) => [
      `the part “${part}” of a delivery plan`,
      async () => {
        await go(`/assignments/${ids.seen}/deliver`);
        await page.getByRole('button', { name: `${part}:` }).click();
      },
    ]),
  ),
  'a checklist': async () => {
    await go(`/assignments/${ids.seen}/check`);
    await page.getByRole('button', { name: labels.check.changeThisList }).click();
    await page.getByRole('button', { name: labels.check.add, exact: true }).click();
  },
  'templates for a selection': async () => {
    await describe();
    await page
      .getByRole('region', { name: labels.describe.writingDesk })
      .getByRole('button', { name: labels.describe.applyTemplates })
      .click();
  },
  'composing a text': async () => {
    await describe();
    await page.getByRole('button', { name: labels.describe.compose }).click();
    await expect(page.getByRole('list', { name: labels.describe.examples })).toContainText('kt26-0401');
  },
  'gathering pictures': async () => {
    await describe();
    await page.getByRole('button', { name: labels.describe.gather }).click();
  },
  'columns of the ledger': async () => {
    await go(`/assignments/${ids.seen}/describe?as=ledger`);
    await page.getByRole('button', { name: labels.describe.chooseColumns }).click();
  },
  'records that disagree': async () => {
    await describe();
    await page.getByRole('button', { name: /^Settle what disagrees/ }).click();
    await expect(page.getByRole('group', { name: 'City' })).toBeVisible();
  },
  'review before writing': async () => {
    await describe();
    await page.getByLabel(labels.describe.caption, { exact: true }).fill('Looked at.');
    await page.getByRole('button', { name: /^Embed 1/ }).click();
  },
  'undoing a run': async () => {
    await go(`/runs/${ids.run}`);
    await page.getByRole('button', { name: labels.receipts.undoThisRun }).click();
  },
};
/** What opens within a page. */
const panels: Record<string, () => Promise<void>> = {
  'all fields at the desk': async () => {
    await describe();
    await page.getByRole('button', { name: labels.fields.allFields, exact: true }).click();
    await expect(page.getByLabel(labels.ui.findAField)).toBeVisible();
  },
  'the place of a picture': async () => {
    await describe();
    await page.getByRole('button', { name: labels.deliver.place, exact: true }).click();
    await expect(page.getByLabel(labels.describe.findATown)).toBeVisible();
  },
  'credits of a picture': async () => {
    await describe();
    await page.getByRole('button', { name: 'credits', exact: true }).click();
    await expect(page.getByLabel(labels.describe.patternOfACredit)).toBeVisible();
  },
  'a cell that is written in': async () => {
    await go(`/assignments/${ids.seen}/describe?as=ledger`);
    await page.locator('[data-cell="description"]').first().dblclick();
    await expect(page.getByRole('textbox', { name: /^Description of/ })).toBeFocused();
  },
};
/** Right leaves of a template's page. */
const leaves = ['Advice', 'Versions', 'Compare', 'Used', 'Export'];

async function go(where: string): Promise<void> {
  await page.goto(`${address}${where}`);
  await idle(page);
}

async function describe(): Promise<void> {
  await go(`/assignments/${ids.seen}/describe`);
  await page.locator('[data-photo="kt26-0401.jpg"]').click();
}

const send = <T>(where: string, body: unknown, method = 'POST') => sendFrom<T>(page, where, body, method);

/** An assignment whose picture was brought in and disagrees with itself. */
async function broughtIn(): Promise<void> {
  for (const folder of Object.values(folders)) mkdirSync(folder, { recursive: true });
  const name = 'kt26-0401.jpg';
  copyFileSync(path.join(data, 'card/DCIM/100KETCH', name), path.join(folders.source, name));
  const made = { name: 'Seen by all', workingPath: folders.working, sourcePath: folders.source };
  ids.seen = (await send<{ id: string }>('assignments', made)).id;
  ids.run = (
    await send<{ runId: string }>(`assignments/${ids.seen}/import`, { paths: [name], leaveAsTheyAre: [name] })
  ).runId;
  await page.goto(`${address}/runs/${ids.run}`);
  await expect(page.getByRole('heading', { name: 'Brought in 1 of 1' })).toBeVisible();
  asPlaced = readFileSync(seen);
  execFileSync('exiv2', ['-M', 'set Xmp.photoshop.City Havnes', seen]);
  execFileSync('exiv2', ['-M', 'set Iptc.Application2.City Pellvik', seen]);
}

test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  const list = async (what: string) =>
    (await (await page.request.get(`${address}/api/${what}`)).json()) as { id: string; name: string }[];
  ids.template = (await list('templates'))[0]!.id;
  await send('vocabulary', {
    kind: 'add',
    terms: [
      { id: ids.term, spelling: 'seen thing' },
      { id: crypto.randomUUID(), spelling: 'seen things', broader: ids.term },
    ],
  });
  await page.goto(address);
  await broughtIn();
  await page.goto(address);
  const link = page.getByRole('link', { name: 'Relaunch of the ketch', exact: true }).first();
  const everything = { words: '', where: [], name: 'Looked at' };
  ids.gathering = (await send<{ id: string }>('search/gathering', everything)).id;
  ids.assignment = /assignments\/([0-9a-f-]+)/.exec((await link.getAttribute('href'))!)![1]!;
});
test.afterAll(async () => {
  // Other tests begin with what the demo has: its pictures are the samples of templates.
  writeFileSync(seen, asPlaced);
  const { runId } = await send<{ runId: string }>(`runs/${ids.run}/undo`, {});
  await page.goto(`${address}/runs/${runId}`);
  await expect(page.getByRole('heading', { name: 'Undone 1 of 1' })).toBeVisible();
  const terms = (await (await page.request.get(`${address}/api/vocabulary/terms`)).json()) as {
    id: string;
  }[];
  await send(`gatherings/${ids.gathering}`, { isRemoved: true }, 'PATCH');
  await send('vocabulary', { kind: 'remove', ids: terms.map((one) => one.id) });
  await page.close();
});

/** Violations that axe-core finds: rule, reason and the first places. */
async function violations(runOnly: object): Promise<string[]> {
  await standStill(page);
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe);
  return page.evaluate(async (runOnly) => {
    type Found = { id: string; help: string; nodes: { html: string; failureSummary?: string }[] };
    const { axe } = window as unknown as {
      axe: { run: (on: Document, how: object) => Promise<{ violations: Found[] }> };
    };
    const found = await axe.run(document, {
      runOnly,
      resultTypes: ['violations'],
      // The accessible name begins with the visible label (WCAG 2.5.3); axe-core calls this rule experimental.
      ...('type' in runOnly && runOnly.type === 'tag'
        ? { rules: { 'label-content-name-mismatch': { enabled: true } } }
        : {}),
    });
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
  }, runOnly);
}

/** All rules in the light theme; in the dark theme those that depend on colours. */
async function checkBothThemes(): Promise<void> {
  await noteOffered(page);
  expect(await violations({ type: 'tag', values: tags }), 'light').toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect(page.locator('html.dark')).toBeAttached();
  expect(
    await violations({ type: 'rule', values: ['color-contrast', 'link-in-text-block'] }),
    'dark',
  ).toEqual([]);
}

async function checkNarrow(): Promise<void> {
  await page.setViewportSize({ width: 320, height: 800 });
  const outside = await page.evaluate(() =>
    document.documentElement.scrollWidth <= 320
      ? []
      : [...document.body.querySelectorAll('*')]
          .filter((element) => element.getBoundingClientRect().right > 320)
          .map((element) => element.outerHTML.slice(0, 120)),
  );
  expect(outside, 'outside of 320 px').toEqual([]);
}

test.beforeEach(async () => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.emulateMedia({ colorScheme: 'light' });
});

for (const [name, url] of Object.entries(pages))
  test(`${name}: axe finds nothing in both themes, one heading, nothing outside of 320 px`, async () => {
    await go(url());
    await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
    await expect(page.getByRole('listbox')).toHaveCount(0);
    await expect(page.getByRole('main')).toHaveCount(1);
    await checkBothThemes();
    await checkNarrow();
  });

for (const [name, show] of Object.entries(dialogs))
  test(`${name}: axe finds nothing in what opens, in both themes`, async () => {
    await show();
    await expect(page.getByRole('dialog')).toBeVisible();
    await checkBothThemes();
  });

for (const [name, show] of Object.entries(panels))
  test(`${name}: axe finds nothing in both themes`, async () => {
    await show();
    await checkBothThemes();
  });

for (const leaf of leaves)
  test(`${leaf} of a template: axe finds nothing in both themes`, async () => {
    await go(`/templates/${ids.template}`);
    await page
      .getByRole('button', { name: new RegExp(`^${leaf}`) })
      .first()
      .click();
    await idle(page);
    await checkBothThemes();
  });

test('an unknown address says so', async () => {
  await go('/nowhere');
  await expect(page.getByRole('heading', { level: 1, name: 'Not here' })).toBeVisible();
});

test('the sheet says how many rows it has, and which of them are there', async () => {
  await describe();
  const grid = page.getByRole('grid', { name: labels.ui.pictures });
  const rows = Number(await grid.getAttribute('aria-rowcount'));
  expect(rows).toBeGreaterThan(0);
  await expect(grid.getByRole('row').first()).toHaveAttribute('aria-rowindex', '1');
});

/** The act of each place, and what makes it possible there. */
const acts: Record<string, { where: () => string; act: RegExp; before?: () => Promise<void> }> = {
  'bring in': { where: () => `/assignments/${ids.assignment}/bring-in`, act: /^Bring in \d/ },
  describe: {
    where: () => `/assignments/${ids.seen}/describe`,
    act: /^Embed \d/,
    before: async () => {
      await page.locator('[data-photo="kt26-0401.jpg"]').click();
      await page.getByLabel(labels.describe.caption, { exact: true }).fill('Counted.');
    },
  },
  receipt: { where: () => `/runs/${ids.run}`, act: /^Undo this run/ },
  template: {
    where: () => `/templates/${ids.template}`,
    act: /^Save as version/,
    before: () =>
      page.getByRole('textbox', { name: labels.templates.nameOfTheTemplate }).fill('Renamed for a moment'),
  },
  shelf: { where: () => '/templates', act: /^Make a template/ },
};

for (const [name, { where, act, before }] of Object.entries(acts))
  test(`${name}: by fewer than ten Tab stops one is at its act`, async () => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await go(where());
    await before?.();
    const wanted = page
      .getByRole('button', { name: act })
      .or(page.getByRole('link', { name: act }))
      .first();
    await expect(wanted).toBeEnabled();
    // Tabbing begins at the top of the page.
    await page.evaluate(() => {
      document.body.tabIndex = -1;
      document.body.focus();
    });
    const isThere = () => wanted.evaluate((one) => one === document.activeElement);
    let stops = 0;
    while (stops < 20 && !(await isThere())) {
      await page.keyboard.press('Tab');
      stops++;
    }
    expect(stops).toBeLessThan(10);
  });
