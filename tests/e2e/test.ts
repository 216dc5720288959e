import { mkdirSync, rmSync } from 'node:fs';
import { test as base } from '@playwright/test';
import { recordControlUse } from './controlUse';
import { interrupt, type Running, running, startFabrica } from './fabrica';
import { waitForHydration } from './idle';

/** Every worker process drives an installation of its own, and records which controls its tests use. */
export const test = base.extend<object, { installation: Running }>({
  installation: [
    async ({ browser }, use) => {
      recordControlUse(browser);
      waitForHydration(browser);
      const { address, data } = running();
      mkdirSync(data, { mode: 0o755 });
      const fabrica = await startFabrica(data, { FABRICA_PORT: new URL(address).port });
      if (fabrica.address !== address)
        throw new Error(`${address} is taken: Fabrica is at ${fabrica.address}`);
      await use({ address, data });
      await interrupt(fabrica.process);
      rmSync(data, { recursive: true, force: true });
    },
    { scope: 'worker', auto: true, timeout: 300_000 },
  ],
});
