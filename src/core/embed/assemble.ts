import { equalBytes } from '../bytes/bytes';
import { md5Digest } from '../bytes/digest';
import type { BlockChanges } from '../containers/container';
import type { OpenedContainer } from '../containers/registry';
import { encodeIim } from '../iim/codec';
import type { Models } from '../mapping/models';
import { encodeResources, RESOURCE_IIM, RESOURCE_IPTC_DIGEST, withResource } from '../photoshop/resources';
import { FormatError } from '../problems/problem';
import { encodeWithExtended } from '../xmp/extended';
import { encodeXmp } from '../xmp/packet';

type Target = Pick<OpenedContainer, 'blocks' | 'maxBytes' | 'carries'>;

/** The blocks that differ after writing, encoded. Blocks whose model did not change are not named. */
export function changedBlocks(container: Target, from: Models, to: Models): BlockChanges {
  if (to === from) return {};
  return {
    ...changedXmp(container, from, to),
    ...changedExif(from, to, container.maxBytes.exif),
    ...changedIim(container, from, to),
    ...(to.texts && to.texts !== from.texts ? { texts: to.texts } : {}),
  };
}

function changedXmp({ blocks, maxBytes }: Target, from: Models, to: Models): BlockChanges {
  if (!to.xmp || to.xmp === from.xmp) return {};
  const packet = encodeXmp(to.xmp, {
    ...(blocks.xmp ? { wishedBytes: blocks.xmp.length } : {}),
    ...(maxBytes.xmp === undefined ? {} : { maxBytes: maxBytes.xmp }),
  });
  if (packet) return { xmp: packet, ...(blocks.xmpExtended ? { xmpExtended: undefined } : {}) };
  const split = maxBytes.xmpExtended && maxBytes.xmp && encodeWithExtended(to.xmp, maxBytes.xmp);
  if (!split)
    throw new FormatError('xmp-extended-needed', 'XMP', { expected: `at most ${maxBytes.xmp} bytes` });
  return split;
}

function changedExif(from: Models, to: Models, maxBytes: number | undefined): BlockChanges {
  if (!to.exif || !from.exif || equalBytes(to.exif.bytes, from.exif.bytes)) return {};
  if (maxBytes !== undefined && to.exif.bytes.length > maxBytes) {
    throw new FormatError('exif-too-large', 'Exif', {
      found: `${to.exif.bytes.length} bytes`,
      expected: `at most ${maxBytes} bytes`,
    });
  }
  return { exif: to.exif.bytes };
}

/**
 * IIM goes into its resource together with its digest, so that readers know that XMP is in step, and where
 * the format keeps it by itself too, into both. A write that leaves IIM alone leaves its digest alone.
 */
function changedIim({ blocks, carries }: Target, from: Models, to: Models): BlockChanges {
  const iim = to.iim && to.iim !== from.iim ? encodeIim(to.iim) : undefined;
  const byItself = iim && (carries.iim === 'make' || blocks.iim) ? { iim } : {};
  if (!to.resources || (carries.photoshop !== 'make' && !blocks.photoshop)) return byItself;
  const resources = iim
    ? withResource(withResource(to.resources, RESOURCE_IIM, iim), RESOURCE_IPTC_DIGEST, md5Digest(iim))
    : to.resources;
  if (resources === from.resources || resources.resources.length + resources.rest.length === 0)
    return byItself;
  const bytes = encodeResources(resources);
  return blocks.photoshop && equalBytes(bytes, blocks.photoshop)
    ? byItself
    : { ...byItself, photoshop: bytes };
}

/**
 * The changes with the padding of XMP such that the file keeps its size: growth of the other blocks is
 * taken from it, so that only the span of the metadata need be written. Undefined where there is no room.
 */
export function withPaddingTaken(
  { blocks, maxBytes }: Target,
  to: Models,
  changes: BlockChanges,
  growth: number,
): BlockChanges | undefined {
  const present = 'xmp' in changes ? changes.xmp : blocks.xmp;
  if (!present || !blocks.xmp || !to.xmp || blocks.xmpExtended || changes.xmpExtended) return undefined;
  const wishedBytes = present.length - growth;
  const packet = encodeXmp(to.xmp, {
    wishedBytes,
    ...(maxBytes.xmp === undefined ? {} : { maxBytes: maxBytes.xmp }),
  });
  return packet?.length === wishedBytes ? { ...changes, xmp: packet } : undefined;
}
