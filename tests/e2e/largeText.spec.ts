import { expect, type Page } from '@playwright/test';
import { assignmentWith, type DeskAssignment, describeUrl, embedAll, exiv2, values } from './desk';
import { labels } from './labels';
import { test } from './test';

// Covers: shell, describe

/** A careful amateur with text at 200 %: few fields, one city and creator for many, a sentence that is interrupted. */
test.describe.configure({ mode: 'serial' });

const names = Array.from({ length: 8 }, (_, at) => `am26-${String(at + 1).padStart(2, '0')}.jpg`);

let page: Page;
let assignment: DeskAssignment;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // As the browser's own setting of the text size does it.
  await page.addInitScript(() => {
    document.addEventListener('DOMContentLoaded', () => {
      document.documentElement.style.fontSize = '32px';
    });
  });
  assignment = await assignmentWith(page, 'Amateur', names);
  await page.goto(describeUrl(assignment));
});
test.afterAll(() => page.close());

const held = async (name: string, ...fields: string[]) => values(page, assignment, name, fields);
const fieldsShown = () => page.getByLabel(labels.ui.show, { exact: true });
const value = (field: string) => page.getByRole('group', { name: field, exact: true }).getByRole('textbox');

test('one city and one creator for many pictures, out of few fields', async () => {
  await page.locator('[data-photo]').first().click();
  await page.keyboard.press('Control+a');
  await expect(page.getByText('Writing to 8 pictures')).toBeVisible();
  await page.getByRole('button', { name: labels.fields.allFields, exact: true }).click();
  await fieldsShown().selectOption('few');
  await value('City').fill('Havnes');
  await value('Creator').fill('Aune Pell');
  await value('Creator').press('Tab');
  await expect
    .poll(() => held(names[7]!, 'city', 'creator'))
    .toMatchObject({ city: 'Havnes', creator: ['Aune Pell'] });
  await fieldsShown().selectOption('own');
  await page.getByRole('checkbox', { name: 'Event Name', exact: true }).check();
  await value('Event Name').fill('First sail');
  await expect.poll(() => held(names[0]!, 'eventName')).toMatchObject({ eventName: 'First sail' });
  await page.reload();
  await expect(value('Event Name')).toHaveValue('First sail');
  await page.getByRole('button', { name: 'Empty Event Name' }).or(value('Event Name')).first().click();
  await page.getByRole('button', { name: 'Empty Event Name' }).click();
  await expect.poll(() => held(names[0]!, 'eventName')).toMatchObject({ eventName: null });
});

test('a sentence that a reload interrupts is there again', async () => {
  await page.locator('[data-photo]').first().click();
  await page.getByLabel(labels.describe.caption, { exact: true }).pressSequentially('We sailed at dawn, and');
  await page.reload();
  await expect(page.getByLabel(labels.describe.caption, { exact: true })).toHaveValue(
    'We sailed at dawn, and',
  );
  await expect.poll(() => held(names[0]!)).toEqual({ caption: 'We sailed at dawn, and' });
});

test('nothing is cut off sideways at this size, in any arrangement', async () => {
  for (const arrangement of ['Sheet', 'Ledger', 'One by one']) {
    await page.getByRole('button', { name: arrangement, exact: true }).click();
    await page.waitForTimeout(300);
    const over = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(over, arrangement).toBeLessThanOrEqual(0);
    await expect(page.getByText(/Writing to/)).toBeVisible();
  }
  await page.getByRole('button', { name: 'Sheet', exact: true }).click();
});

// The second line of the threads lay over the choice of pictures below it.
test('lines that wrap take the room they need, with the desk open', async () => {
  const before = page.viewportSize()!;
  await page.setViewportSize({ width: 700, height: 800 });
  for (const arrangement of ['Ledger', 'Sheet']) {
    await page.getByRole('button', { name: arrangement, exact: true }).click();
    await page.locator('[data-photo]').first().click();
    await expect(page.getByText(/Writing to/)).toBeVisible();
    for (const line of [
      page.getByRole('navigation', { name: labels.ui.threadsOfThesePictures }),
      page.getByRole('region', { name: labels.describe.whichPictures }),
    ])
      expect(
        await line.evaluate((one) => one.scrollHeight - one.clientHeight),
        arrangement,
      ).toBeLessThanOrEqual(1);
  }
  await page.setViewportSize(before);
});

test('and it is in the files', async () => {
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Escape');
  await embedAll(page, 8);
  expect(exiv2(assignment, names[0]!)).toContain('We sailed at dawn, and');
  expect(exiv2(assignment, names[7]!)).toMatch(/Iptc\.Application2\.City\s+Havnes/);
  expect(exiv2(assignment, names[7]!)).toMatch(/Xmp\.dc\.creator\s+Aune Pell/);
});
