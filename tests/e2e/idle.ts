import type { Browser, Page } from '@playwright/test';

/**
 * Lets `goto` and `reload` wait until the page is hydrated: keys and presses before that go nowhere. A test that acts
 * earlier says `waitUntil: 'commit'`.
 */
export function waitForHydration(browser: Browser): void {
  const newContext = browser.newContext.bind(browser);
  browser.newContext = async (options) => {
    const context = await newContext(options);
    context.on('page', (page) => {
      const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
      const hydrated = async () => {
        if (await page.evaluate(() => document.querySelector('script[src*="/_next/"]') !== null))
          await page.waitForFunction(() => window.isPageIdle !== undefined);
      };
      page.goto = async (url, how) => {
        const answer = await goto(url, how);
        if (!how?.waitUntil) await hydrated();
        return answer;
      };
      page.reload = async (how) => {
        const answer = await reload(how);
        if (!how?.waitUntil) await hydrated();
        return answer;
      };
    });
    return context;
  };
}

/** Waits until the page is hydrated and loads and saves nothing. */
export async function idle(page: Page): Promise<void> {
  await page.waitForFunction(
    () => window.isPageIdle?.() === true && !document.querySelector('[aria-busy="true"]'),
    undefined,
    { timeout: 60_000 },
  );
}

/** Waits until finite animations have ended: colours and places are final then. */
export async function standStill(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const ending = document
      .getAnimations()
      .filter((animation) => animation.effect?.getComputedTiming().endTime !== Number.POSITIVE_INFINITY);
    await Promise.allSettled(ending.map((animation) => animation.finished));
  });
}
