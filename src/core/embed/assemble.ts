import { equalBytes } from '../bytes/bytes';
import { md5Digest } from '../bytes/digest';
import type { BlockChanges, Blocks } from '../containers/container';
import { encodeIim } from '../iim/codec';
import type { Models } from '../mapping/models';
import { encodeResources, RESOURCE_IIM, RESOURCE_IPTC_DIGEST, withResource } from '../photoshop/resources';
import { FormatError } from '../problems/problem';
import { encodeXmp } from '../xmp/packet';

/** The blocks that differ after writing, encoded. Blocks whose model did not change are not named. */
export function changedBlocks(
  before: Blocks,
  from: Models,
  to: Models,
  maxBytes: { exif?: number; xmp?: number },
): BlockChanges {
  if (to === from) return {};
  return {
    ...changedXmp(before, from, to, maxBytes.xmp),
    ...changedExif(from, to, maxBytes.exif),
    ...changedResources(before, from, to),
  };
}

function changedXmp(before: Blocks, from: Models, to: Models, maxBytes: number | undefined): BlockChanges {
  if (!to.xmp || to.xmp === from.xmp) return {};
  const packet = encodeXmp(to.xmp, {
    ...(before.xmp ? { wishedBytes: before.xmp.length } : {}),
    ...(maxBytes === undefined ? {} : { maxBytes }),
  });
  if (!packet) throw new FormatError('xmp-extended-needed', 'XMP', { expected: `at most ${maxBytes} bytes` });
  return { xmp: packet, ...(before.xmpExtended ? { xmpExtended: undefined } : {}) };
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

/** IIM goes into its resource together with its digest, so that readers know that XMP is in step. */
function changedResources(before: Blocks, from: Models, to: Models): BlockChanges {
  if (!to.resources) return {};
  let resources = to.resources;
  if (to.iim && (to.iim !== from.iim || from.digest === 'stale')) {
    const iim = encodeIim(to.iim);
    resources = withResource(
      withResource(resources, RESOURCE_IIM, iim),
      RESOURCE_IPTC_DIGEST,
      md5Digest(iim),
    );
  }
  if (resources === from.resources || resources.resources.length + resources.rest.length === 0) return {};
  const bytes = encodeResources(resources);
  return before.photoshop && equalBytes(bytes, before.photoshop) ? {} : { photoshop: bytes };
}
