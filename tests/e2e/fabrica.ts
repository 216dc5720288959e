import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Locator, Page } from '@playwright/test';
import { build, installModules } from '../../scripts/fabrica/install.mjs';
import { freePort } from '../../scripts/fabrica/ports.mjs';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');

export interface Running {
  readonly address: string;
  readonly data: string;
}

/** Ports between the installations of two workers; tests start further ones beside their own. */
const PORTS_APART = 40;

/** The installation of this worker process (test.ts starts it): known before it runs, for the tops of spec files. */
export function running(): Running {
  const { home, port } = JSON.parse(process.env.FABRICA_E2E ?? '{"home":"/nowhere","port":1}') as {
    home: string;
    port: number;
  };
  const worker = Number(process.env.TEST_WORKER_INDEX ?? 0);
  return {
    address: `http://127.0.0.1:${port + worker * PORTS_APART}`,
    data: path.join(home, `worker-${worker}`),
  };
}

/** A free port near this worker's own. */
export const portBeside = (offset: number): string =>
  String(Number(new URL(running().address).port) + offset);

/** The box of a picture of a source; only what is in sight is there, so one looks for it as a person does. */
export async function boxOf(page: Page, name: string): Promise<Locator> {
  const box = page.getByRole('checkbox', { name });
  await page
    .getByRole('heading', { name: /^(New on|Made by others|Already here)/ })
    .first()
    .hover();
  await page.mouse.wheel(0, -10_000);
  for (let turns = 0; turns < 40 && (await box.count()) === 0; turns++) {
    await page.mouse.wheel(0, 200);
    await page.waitForTimeout(100);
  }
  return box;
}

/** Types over the whole of a text with placeholders, as a person does: `fill` leaves some of its tokens. */
export async function retype(page: Page, box: Locator, text: string): Promise<void> {
  await box.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  if (text !== '') await box.fill(text);
}

/** A first start installs, builds and draws. */
const STARTED_WITHIN_MS = 15 * 60 * 1000;

/** Starts Fabrica as a person would, and waits for the address that it prints. */
export async function startFabrica(
  data: string,
  more: Record<string, string> = {},
  command: 'demo' | 'start' = 'demo',
): Promise<{ process: ChildProcess; address: string; output: () => string }> {
  const child = spawn(path.join(root, 'fabrica'), [command], {
    cwd: root,
    env: {
      ...process.env,
      FABRICA_DATA: data,
      FABRICA_DEMO: 'card',
      FABRICA_DEMO_DIVISOR: '3',
      FABRICA_WORKERS: '1',
      // Scans at random times would make tests nondeterministic.
      FABRICA_LOOK_MINUTES: '0',
      ...more,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  });
  let output = '';
  child.stdout.on('data', (text) => (output += text));
  child.stderr.on('data', (text) => (output += text));
  const until = Date.now() + STARTED_WITHIN_MS;
  for (;;) {
    if (Date.now() > until) throw new Error(`./fabrica ${command} gave no address in time:\n${output}`);
    const address = /Fabrica is at (http:\S+)/.exec(output)?.[1];
    if (address) return { process: child, address, output: () => output };
    if (child.exitCode !== null)
      throw new Error(`./fabrica ${command} ended with ${child.exitCode}:\n${output}`);
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}

/** Ctrl-C. */
export async function interrupt(child: ChildProcess): Promise<number | null> {
  if (child.exitCode !== null) return child.exitCode;
  const ended = once(child, 'exit');
  process.kill(child.pid!, 'SIGINT');
  const [code] = await ended;
  return code as number | null;
}

/** Builds once for all workers, and finds a place for their installations. */
export default async function setup(): Promise<() => void> {
  const home = mkdtempSync(path.join(tmpdir(), 'fabrica-e2e-'));
  chmodSync(home, 0o755);
  installModules();
  build();
  process.env.FABRICA_E2E = JSON.stringify({ home, port: await freePort(4711) });
  return () => rmSync(home, { recursive: true, force: true });
}
