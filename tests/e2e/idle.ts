import type { Page } from '@playwright/test';

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
