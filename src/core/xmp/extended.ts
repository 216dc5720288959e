import { hex } from '../bytes/bytes';
import { md5Digest } from '../bytes/digest';
import { limits } from '../bytes/limits';
import { encodeUtf8 } from '../bytes/text';
import { namespaces } from '../catalogue/namespaces';
import type { XmpModel, XmpProperty } from './model';
import { encodeXmp } from './packet';
import { serialiseRdf } from './serialise';
import { simple } from './values';

/** The name of an extended packet: the MD5 of its bytes, 32 digits in capitals (XMP part 3, 1.1.3.1). */
export function extendedGuid(bytes: Uint8Array): string {
  return hex(md5Digest(bytes)).toUpperCase();
}

/**
 * A model in two packets: the largest properties move into the extended one until the main packet fits
 * into `maxBytes`. The main packet names the other by xmpNote:HasExtendedXMP. Undefined when one property
 * cannot be placed.
 */
export function encodeWithExtended(
  model: XmpModel,
  maxBytes: number,
): { xmp: Uint8Array; xmpExtended: Uint8Array } | undefined {
  const [subject, ...others] = model.subjects;
  if (!subject || others.length > 0) return undefined;
  const size = (one: XmpProperty) =>
    serialiseRdf({ ...model, subjects: [{ about: '', properties: [one] }] }).length;
  const bySize = [...subject.properties].sort((a, b) => size(b) - size(a));
  const moved = new Set<XmpProperty>();
  for (const one of bySize) {
    moved.add(one);
    const packets = inTwo(model, moved, maxBytes);
    if (packets) return packets;
  }
  return undefined;
}

function inTwo(model: XmpModel, moved: ReadonlySet<XmpProperty>, maxBytes: number) {
  const [subject] = model.subjects;
  const part = (properties: readonly XmpProperty[]): XmpModel => ({
    ...model,
    subjects: [{ about: subject!.about, properties }],
  });
  const xmpExtended = encodeUtf8(serialiseRdf(part(subject!.properties.filter((one) => moved.has(one)))));
  if (xmpExtended.length > limits.xmpBytes) return undefined;
  const pointer: XmpProperty = {
    ns: namespaces.xmpNote,
    name: 'HasExtendedXMP',
    value: simple(extendedGuid(xmpExtended)),
  };
  const kept = subject!.properties.filter((one) => !moved.has(one));
  const xmp = encodeXmp(part([pointer, ...kept]), { maxBytes });
  return xmp ? { xmp, xmpExtended } : undefined;
}
