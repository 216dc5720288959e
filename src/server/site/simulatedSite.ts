import { concat } from '../../core/bytes/bytes';
import { memorySource } from '../../core/bytes/source';
import type { BlockChanges } from '../../core/containers/container';
import { type OpenedContainer, openContainer } from '../../core/containers/registry';
import { FormatError } from '../../core/problems/problem';
import type { SiteProfile } from '../../core/readout/siteProfiles';
import { failure } from '../problems/errors';
import sharp, { type Sharp } from '../rendering/decoder';

/** What a site hands out for a picture that was sent to it. */
export interface SiteCopy {
  readonly name: string;
  readonly mediaType: string;
  readonly bytes: Uint8Array;
}

const LONG_SIDE = 1200;
/** Pixels that are decoded: more is no picture that a site takes. */
const MOST_PIXELS = 150_000_000;

/**
 * Simulates a picture site: returns the file as such a site would change it. Nothing leaves the
 * machine, and nothing is kept. Throws `site-refuses` for files that it does not take.
 */
export async function throughSite(bytes: Uint8Array, name: string, profile: SiteProfile): Promise<SiteCopy> {
  const container = await openContainer(memorySource(bytes), name).catch(() => undefined);
  if (!container || !['jpeg', 'png', 'webp', 'tiff'].includes(container.id)) throw failure('site-refuses');
  const kept = { name, mediaType: container.mediaType };
  switch (profile) {
    case 'keeps-all':
      return { ...kept, bytes };
    case 'keeps-iim':
      return {
        ...kept,
        bytes: without(bytes, container, { xmp: undefined, xmpExtended: undefined, exif: undefined }),
      };
    case 'keeps-xmp':
      return {
        ...kept,
        bytes: without(bytes, container, { photoshop: undefined, iim: undefined, exif: undefined }),
      };
    case 'strips-all':
      return { ...kept, bytes: await encoded(decoded(bytes, container)) };
    case 'renames-and-resizes': {
      const fit = { width: LONG_SIDE, height: LONG_SIDE, fit: 'inside', withoutEnlargement: true } as const;
      const small = decoded(bytes, container).autoOrient().resize(fit).jpeg({ quality: 80 });
      const made = await encoded(small);
      return { name: `${digits(bytes)}_o.jpg`, mediaType: 'image/jpeg', bytes: made };
    }
  }
}

const decoded = (bytes: Uint8Array, { id }: OpenedContainer) =>
  sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).toFormat(
    id as 'jpeg' | 'png' | 'webp' | 'tiff',
  );

/** Throws `picture-unreadable` for a file whose picture cannot be decoded. */
const encoded = (picture: Sharp): Promise<Buffer> =>
  picture.toBuffer().catch(() => {
    throw new FormatError('picture-unreadable', 'file');
  });

/** Only blocks that the file has are taken away: what it never had needs no edit. */
function without(bytes: Uint8Array, container: OpenedContainer, changes: BlockChanges): Uint8Array {
  const held = Object.fromEntries(
    Object.entries(changes).filter(([kind]) => kind in container.blocks),
  ) as BlockChanges;
  return concat(
    container
      .planEdits(held)
      .edits.map((edit) => (edit.kind === 'copy' ? bytes.subarray(edit.start, edit.end) : edit.bytes)),
  );
}

/** A name made of numbers, as sites give: the same for the same file. */
function digits(bytes: Uint8Array): string {
  let sum = bytes.length;
  for (let at = 0; at < bytes.length; at += 997) sum = (sum * 31 + bytes[at]!) % 9_007_199_254;
  return String(sum).padStart(10, '0');
}
