import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { running } from './fabrica';

const { address, data } = running();

/** An assignment with pictures of its own, for tests of describing. */
export interface DeskAssignment {
  readonly id: string;
  readonly folder: string;
  readonly names: readonly string[];
  /** Ids of its pictures by name. */
  readonly ids: Readonly<Record<string, string>>;
}

/** Small pictures, each of its own colour, a minute apart, as a camera would write them. */
export async function makePictures(folder: string, names: readonly string[]): Promise<void> {
  mkdirSync(folder, { recursive: true });
  for (const [at, name] of names.entries()) {
    const minute = String(at % 60).padStart(2, '0');
    const made = await sharp({
      create: {
        width: 360,
        height: 240,
        channels: 3,
        background: { r: (at * 37) % 256, g: 120, b: (at * 91) % 256 },
      },
    })
      .withExif({
        IFD0: { Make: 'Tindra', Model: 'Tindra K2' },
        IFD2: { DateTimeOriginal: `2026:03:09 07:${minute}:00` },
      })
      .jpeg()
      .toBuffer();
    writeFileSync(path.join(folder, name), made);
  }
}

export async function send<T>(page: Page, where: string, body?: unknown, method = 'POST'): Promise<T> {
  const answer = await page.request.fetch(`${address}/api/${where}`, {
    method,
    ...(body === undefined ? {} : { data: body }),
    headers: { origin: address },
  });
  expect(answer.ok(), `${where}: ${await answer.text()}`).toBe(true);
  return (await answer.json()) as T;
}

/** Begins an assignment in a folder that holds pictures, and takes them up where they lie. */
export async function assignmentWith(
  page: Page,
  name: string,
  names: readonly string[],
  more: {
    readonly inForce?: readonly string[];
    readonly make?: (folder: string) => Promise<void>;
    readonly folder?: string;
  } = {},
): Promise<DeskAssignment> {
  const folder = more.folder ?? mkdtempSync(path.join(data, `desk ${name} `));
  await (more.make?.(folder) ?? makePictures(folder, names));
  const { id } = await send<{ id: string }>(page, 'assignments', { name, workingPath: folder });
  await send(page, `assignments/${id}`, { inForce: more.inForce ?? [] }, 'PATCH');
  await page.goto(`${address}/assignments/${id}/describe`);
  const ids = await idsOf(page, id, names.length);
  return { id, folder, names, ids };
}

const FOUND_WITHIN_MS = 60_000;

/** Ids of the pictures of an assignment, when all of them were found. */
async function idsOf(page: Page, id: string, count: number): Promise<Record<string, string>> {
  const until = Date.now() + FOUND_WITHIN_MS;
  for (;;) {
    const answer = await page.request.get(`${address}/api/assignments/${id}/photos`);
    const rows = (await answer.text())
      .split('\n')
      .filter(Boolean)
      .flatMap((line) => (JSON.parse(line) as { rows?: { id: string; name: string }[] }).rows ?? []);
    if (rows.length === count) return Object.fromEntries(rows.map((row) => [row.name, row.id]));
    if (Date.now() > until) throw new Error(`${rows.length} of ${count} pictures were found in the folder`);
    await page.waitForTimeout(300);
  }
}

/** Holds answers back until the function it gives is called: what one does before the words are there. */
export async function holdBack(page: Page, answers: string): Promise<() => Promise<void>> {
  let goOn = () => {};
  const held = new Promise<void>((resolve) => {
    goOn = resolve;
  });
  await page.route(answers, async (route) => {
    await held;
    await route.continue();
  });
  return async () => {
    goOn();
    await page.unrouteAll({ behavior: 'wait' });
  };
}

export const describeUrl = ({ id }: Pick<DeskAssignment, 'id'>, query = '') =>
  `${address}/assignments/${id}/describe${query}`;

/** What stands in a picture, drafts over the file, by the server. */
export async function values(
  page: Page,
  { id, ids }: DeskAssignment,
  name: string,
  fields: readonly string[],
): Promise<Record<string, unknown>> {
  const desk = await send<{ caption: { same?: string }; fields: Record<string, { same?: unknown }> }>(
    page,
    `assignments/${id}/desk`,
    { scope: { of: 'these', ids: [ids[name]] }, fields },
  );
  return { caption: desk.caption.same ?? '', ...mapped(desk.fields) };
}

const mapped = (fields: Record<string, { same?: unknown }>) =>
  Object.fromEntries(Object.entries(fields).map(([field, { same }]) => [field, same ?? null]));

/** Embeds all drafts of an assignment by the button, and waits for the receipt. */
export async function embedAll(page: Page, count: number): Promise<void> {
  await page
    .getByRole('button', { name: `Embed ${count}`, exact: false })
    .first()
    .click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Embed/ })
    .click();
  await expect(page.getByRole('heading', { name: `Embedded ${count} of ${count}` })).toBeVisible({
    timeout: 60_000,
  });
}

/** An independent reader: libexiv2. */
export const exiv2 = (assignment: Pick<DeskAssignment, 'folder'>, name: string): string =>
  execFileSync('exiv2', ['-q', '-PEIXkv', path.join(assignment.folder, name)], { encoding: 'utf8' });

/** What the database of this installation answers, as psql prints it. */
export function sql(text: string): string {
  const { port, applicationPassword } = JSON.parse(
    readFileSync(path.join(data, 'database.json'), 'utf8'),
  ) as { port: number; applicationPassword: string };
  const place = ['-h', '127.0.0.1', '-p', String(port), '-U', 'fabrica_application', '-d', 'fabrica'];
  return execFileSync('psql', [...place, '-Atc', text], {
    encoding: 'utf8',
    env: { ...process.env, PGPASSWORD: applicationPassword },
  }).trim();
}
