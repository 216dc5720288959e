import { readFile } from 'node:fs/promises';
import { diskLayer } from '../files/diskLayer';
import { outside } from '../readers/readers';
import type { PreviewSide } from './makePreview';

const REMEMBERED = 20_000;
/** Where the preview of a file was found last, by its entry on disk. */
const known = new Map<string, string>();

/** A preview as WebP, made by a reader process where there is none. Throws where the picture cannot be shown. */
export async function preview(file: string, side: PreviewSide, identity?: string | null): Promise<Buffer> {
  const stat = await diskLayer.stat(file).catch(() => undefined);
  const key = `${file}|${stat?.size}|${stat?.modifiedNs}|${identity ?? ''}|${side}`;
  const before = known.get(key);
  const bytes = before && (await readFile(before).catch(() => undefined));
  if (bytes) return bytes;
  const kept = await outside('makePreview', file, file, side, identity);
  if (known.size >= REMEMBERED) known.clear();
  known.set(key, kept);
  return readFile(kept);
}
