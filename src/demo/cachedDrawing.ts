import { createHash, randomBytes } from 'node:crypto';
import { mkdir, readdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { config } from '../server/config';

const sources = path.join('src', 'demo');
let digestOfSources: Promise<string> | undefined;

/** Changes with every file that draws. */
async function readSources(root: string): Promise<string> {
  const hash = createHash('sha256');
  const folder = path.join(root, sources);
  for (const name of (await readdir(folder, { recursive: true }))
    .filter((file) => file.endsWith('.ts'))
    .sort())
    hash.update(name).update(await readFile(path.join(folder, name)));
  return hash.digest('hex');
}

/**
 * Draws a picture once for all installations of this checkout. The cache key is the description of the picture and the source of
 * everything that draws.
 */
export async function cachedDrawing(
  description: unknown,
  draw: () => Promise<Uint8Array>,
): Promise<Uint8Array> {
  const { root } = config();
  digestOfSources ??= readSources(root);
  const key = createHash('sha256')
    .update(await digestOfSources)
    .update(JSON.stringify(description))
    .digest('hex');
  const file = path.join(root, 'node_modules/.cache/fabrica-drawings', key);
  const cached = await readFile(file).catch(() => undefined);
  if (cached) return new Uint8Array(cached);
  const drawn = await draw();
  await mkdir(path.dirname(file), { recursive: true });
  const part = `${file}.${randomBytes(4).toString('hex')}`;
  await writeFile(part, drawn);
  await rename(part, file);
  return drawn;
}
