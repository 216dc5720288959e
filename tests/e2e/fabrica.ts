import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Locator, Page } from '@playwright/test';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
const note = path.join(root, 'test-results', 'fabrica.json');

export interface Running {
  readonly address: string;
  readonly data: string;
}

export function running(): Running {
  return JSON.parse(readFileSync(note, 'utf8')) as Running;
}

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
    env: { ...process.env, FABRICA_DATA: data, FABRICA_PORT: '4711', FABRICA_DEMO: 'card', ...more },
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

export default async function setup(): Promise<() => Promise<void>> {
  const data = mkdtempSync(path.join(tmpdir(), 'fabrica-e2e-'));
  rmSync(data, { recursive: true });
  mkdirSync(data, { mode: 0o755 });
  // Demo pictures that were drawn before are the same ones: drawing is seeded.
  const drawn = path.join(root, '.fabrica/card');
  if (existsSync(drawn))
    cpSync(drawn, path.join(data, 'card'), { recursive: true, preserveTimestamps: true });
  const fabrica = await startFabrica(data);
  mkdirSync(path.dirname(note), { recursive: true });
  writeFileSync(note, JSON.stringify({ address: fabrica.address, data } satisfies Running));
  return async () => {
    await interrupt(fabrica.process);
    rmSync(data, { recursive: true, force: true });
  };
}
