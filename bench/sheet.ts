// npm run bench:sheet [-- --photos 100000]: one installation, one assignment with so many pictures, seen in the browser.
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { chromium } from '@playwright/test';
import { type BenchInstallation, browserOptions, withInstallation } from './installation';
import { tracedTasks } from './tracedTasks';

const { values } = parseArgs({
  options: {
    photos: { type: 'string', default: '100000' },
    folder: { type: 'string', default: path.join(tmpdir(), 'fabrica-bench-sheet') },
  },
});

async function look({ address, id, peak }: BenchInstallation) {
  const browser = await chromium.launch(browserOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    const tasks: number[] = [];
    Object.assign(globalThis, { longTasks: tasks });
    new PerformanceObserver((list) => {
      for (const one of list.getEntries()) tasks.push(one.duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  const tasks = () =>
    page.evaluate(() => (globalThis as unknown as { longTasks: number[] }).longTasks.splice(0));
  for (const round of ['first time, summaries are made', 'second time']) {
    const began = performance.now();
    const since = () => `${((performance.now() - began) / 1000).toFixed(1)} s`;
    await page.goto(`${address}/assignments/${id}/describe`);
    await page
      .locator('[data-photo] img')
      .first()
      .evaluate((img: HTMLImageElement) => img.decode());
    console.log(`${round}: first pictures after ${since()}`);
    const isWhole = () => !/of [\d,.]+ read/.test(document.body.innerText);
    await page.waitForFunction(isWhole, undefined, { timeout: 300_000 });
    console.log(
      `${round}: the whole list after ${since()}; longest task ${Math.round(Math.max(0, ...(await tasks())))} ms`,
    );
  }
  await page.waitForTimeout(1000);
  await page.getByRole('grid', { name: 'Pictures' }).hover();
  const scroll = async () => {
    for (let n = 0; n < 150; n++) {
      await page.mouse.wheel(0, n % 30 === 29 ? 40_000 : 400);
      await page.waitForTimeout(30);
    }
  };
  await scroll();
  await tasks();
  const cpu = await tracedTasks(page, scroll);
  const wall = await tasks();
  const over = (all: readonly number[]) => all.filter((one) => one > 50).length;
  const longest = (all: readonly number[]) => Math.round(Math.max(0, ...all));
  console.log(
    `scrolling, 150 turns of the wheel: ${over(cpu)} tasks of more than 50 ms of processor time, longest ${longest(cpu)} ms; ` +
      `${over(wall)} by the clock, longest ${longest(wall)} ms; ${await page.locator('[data-photo]').count()} pictures mounted`,
  );
  const heap = await page.evaluate(
    () => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize,
  );
  console.log(`browser heap: ${Math.round(heap / 1e6)} MB; server at its peak: ${peak()} MB`);
  await browser.close();
}

void withInstallation({ work: values.folder, port: 4790, photos: Number(values.photos) }, look);
