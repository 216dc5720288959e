// npm run bench:describe [-- --photos 10000 --rounds 3]: the acts of a day's describing, each so many times, medians.
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { chromium, type Page } from '@playwright/test';
import { type BenchInstallation, browserOptions, withInstallation } from './installation';
import { tracedTasks } from './tracedTasks';

const { values } = parseArgs({
  options: {
    photos: { type: 'string', default: '10000' },
    rounds: { type: 'string', default: '3' },
    /** How much of each pause between two measurements is taken; a test that the bench starts takes a tenth. */
    pauses: { type: 'string', default: '1' },
    folder: { type: 'string', default: path.join(tmpdir(), 'fabrica-bench-describe') },
  },
});
const ROUNDS = Number(values.rounds);
const PATIENCE = { timeout: 300_000 };
const rest = (page: Page, ms: number) => page.waitForTimeout(ms * Number(values.pauses));

/** Milliseconds in the page from just before an act until what it leads to is there; looked at every frame. */
async function until(page: Page, act: () => Promise<void>, isThere: string): Promise<number> {
  await page.evaluate((source) => {
    const test = new Function(`return (${source})()`) as () => boolean;
    const state = { began: performance.now(), took: undefined as number | undefined };
    Object.assign(globalThis, { benched: state });
    const look = () => {
      if (test()) state.took = performance.now() - state.began;
      else requestAnimationFrame(look);
    };
    const begin = () => {
      state.began = performance.now();
      requestAnimationFrame(look);
    };
    for (const kind of ['keydown', 'mousedown', 'change'])
      window.addEventListener(kind, begin, { capture: true, once: true });
  }, isThere);
  await act();
  await page.waitForFunction(
    () => (globalThis as unknown as { benched: { took?: number } }).benched.took !== undefined,
    undefined,
    PATIENCE,
  );
  return page.evaluate(() => (globalThis as unknown as { benched: { took: number } }).benched.took);
}

const text = (words: string) => `() => document.body.innerText.includes(${JSON.stringify(words)})`;
const grid = (name: string) =>
  `() => document.querySelector('[role=grid][aria-label="${name}"] [data-photo]') !== null`;
const median = (all: readonly number[]) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)]!;
const tell = (what: string, all: readonly number[]) =>
  console.log(`${what}: ${Math.round(median(all))} ms (${all.map(Math.round).join(', ')})`);

async function look({ address, id, peak }: BenchInstallation) {
  const browser = await chromium.launch(browserOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/assignments/${id}/describe`);
  await page.locator('[data-photo]').first().click(PATIENCE);
  await page.waitForFunction(() => !/of [\d,.]+ read/.test(document.body.innerText), undefined, PATIENCE);
  await rest(page, 3000);
  await writing(page);
  await arrangements(page);
  await ledger(page);
  await oneByOne(page);
  const heap = await page.evaluate(
    () => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize,
  );
  console.log(`browser heap: ${Math.round(heap / 1e6)} MB; server at its peak: ${peak()} MB`);
  await browser.close();
}

/** All pictures selected, a caption typed: visible in the sheet, saved, undone. */
async function writing(page: Page) {
  const [visible, saved, undone] = [[], [], []] as number[][];
  for (let round = 1; round <= ROUNDS; round++) {
    await page.getByRole('grid', { name: 'Pictures' }).focus();
    await page.keyboard.press('Control+a');
    await page.getByText(/^Writing to [\d,.]+ pictures$/).waitFor(PATIENCE);
    await rest(page, 4000);
    const words = `Caption of round ${round}`;
    const box = page.getByLabel('Caption', { exact: true });
    // What is there is known: words over a caption that was not seen are asked about.
    while ((await box.inputValue()) === '') await rest(page, 200);
    await box.fill(words.slice(0, -1));
    await page.getByText(/with drafts, saved$/).waitFor(PATIENCE);
    await rest(page, 8000);
    const began = performance.now();
    const answered = page.waitForResponse(
      (one) => one.url().endsWith('/writing') && one.request().method() === 'POST',
      PATIENCE,
    );
    visible!.push(await until(page, () => box.press(words.at(-1)!), text(words)));
    await answered;
    saved!.push(performance.now() - began);
    await rest(page, 8000);
    undone!.push(
      await until(
        page,
        () => page.getByRole('button', { name: /^Undo caption in/ }).click(PATIENCE),
        `() => [...document.querySelectorAll('[data-photo] .caption')].every((one) => !one.textContent.includes(${JSON.stringify(words)}))`,
      ),
    );
    await rest(page, 3000);
  }
  tell('all selected, a caption typed: seen in the sheet (600 ms of it a pause)', visible!);
  tell('saved (with the same pause)', saved!);
  tell('undone, and seen to be', undone!);
}

async function arrangements(page: Page) {
  const button = (name: string) => page.getByRole('button', { name, exact: true });
  await button('Ledger').click();
  await page.locator('[role=grid][aria-label=Ledger][aria-busy=false]').waitFor(PATIENCE);
  await rest(page, 2000);
  const took: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    took.push(await until(page, () => button('Sheet').click(), grid('Pictures')));
    await rest(page, 1500);
    took.push(await until(page, () => button('Ledger').click(), grid('Ledger')));
    await rest(page, 1500);
  }
  tell('switching the arrangement', took);
}

async function ledger(page: Page) {
  const [sorted, shown] = [[], []] as number[][];
  const first = (name: string) =>
    `() => document.querySelector('[role=grid] [data-photo]')?.dataset.photo === ${JSON.stringify(name)}`;
  const last = `kt26-${values.photos}.jpg`;
  for (let round = 0; round < ROUNDS; round++) {
    await page.getByLabel('order', { exact: true }).selectOption('name');
    await rest(page, 1500);
    const turn = (name: string) => page.getByRole('button', { name }).click();
    sorted!.push(await until(page, () => turn('Ascending; turn round'), first(last)));
    await rest(page, 1500);
    await turn('Descending; turn round');
    await page.getByLabel('order', { exact: true }).selectOption('place');
    await rest(page, 1500);
    const show = async (value: string) =>
      void (await page.getByLabel('show', { exact: true }).selectOption(value));
    shown!.push(await until(page, () => show('state.draft'), text('0 of ')));
    await show('');
    await rest(page, 1500);
  }
  tell('sorting the ledger', sorted!);
  tell('filtering the ledger', shown!);
  await page.getByRole('grid', { name: 'Ledger' }).hover();
  const tasks = await tracedTasks(page, async () => {
    for (let n = 0; n < 100; n++) {
      await page.mouse.wheel(n % 10 === 9 ? 300 : 0, n % 30 === 29 ? 40_000 : 300);
      await rest(page, 30);
    }
  });
  const over = tasks.filter((one) => one > 50);
  console.log(
    `scrolling the ledger: ${over.length} tasks of more than 50 ms of processor time, longest ${Math.round(Math.max(...tasks))} ms`,
  );
}

async function oneByOne(page: Page) {
  await page.getByRole('button', { name: 'One by one', exact: true }).click();
  await page.getByLabel('Caption', { exact: true }).waitFor(PATIENCE);
  await rest(page, 4000);
  const took: number[] = [];
  for (let round = 0; round < 20; round++) {
    const shown = await page.getByRole('group', { name: /^Picture / }).getAttribute('aria-label');
    took.push(
      await until(
        page,
        () => page.keyboard.press('Control+ArrowDown'),
        `() => document.querySelector('[aria-label^="Picture "]').ariaLabel !== ${JSON.stringify(shown)} && document.querySelector('[data-writes=caption] textarea')?.value !== ''`,
      ),
    );
    await rest(page, 2000);
  }
  tell('next picture in One by one, fetched ahead', took);
}

void withInstallation({ work: values.folder, port: 4791, photos: Number(values.photos) }, look);
