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

/** Schemas of creator, rights, description and contact: many readers look into the main packet only. */
const MAIN_SCHEMAS = new Set<string>(
  (['dc', 'xmpRights', 'photoshop', 'plus', 'cc'] as const).map((ns) => namespaces[ns]),
);

/** What every reader should find, whatever else moves. */
function mustStay({ ns, name }: XmpProperty): boolean {
  return ns === namespaces.dc && ['creator', 'rights', 'description'].includes(name);
}

function staysInMain({ ns, name }: XmpProperty): boolean {
  const isContact = ns === namespaces.Iptc4xmpCore && name === 'CreatorContactInfo';
  return isContact || (MAIN_SCHEMAS.has(ns) && !(ns === namespaces.photoshop && name === 'History'));
}

/** Known to the catalogue's schemas: moved after what belongs to other programs. */
function isOurs({ ns }: XmpProperty): boolean {
  return (['Iptc4xmpCore', 'Iptc4xmpExt', 'xmp', 'mwg-kw'] as const).some(
    (prefix) => ns === namespaces[prefix],
  );
}

/**
 * A model in two packets: what is least read moves into the extended one, the largest first, until the main packet
 * fits into `maxBytes`; where that is not enough, the largest of any schema. Creator, rights and description never
 * move. The main packet names the other by xmpNote:HasExtendedXMP. Undefined when one property cannot be placed.
 */
export function encodeWithExtended(
  model: XmpModel,
  maxBytes: number,
): { xmp: Uint8Array; xmpExtended: Uint8Array } | undefined {
  const [subject, ...others] = model.subjects;
  if (!subject || others.length > 0) return undefined;
  const sizes = new Map(
    subject.properties.map((one) => [
      one,
      serialiseRdf({ ...model, subjects: [{ about: '', properties: [one] }] }).length,
    ]),
  );
  const largestFirst = subject.properties
    .filter((one) => !mustStay(one))
    .sort((a, b) => sizes.get(b)! - sizes.get(a)!);
  const leastRead = largestFirst
    .filter((one) => !staysInMain(one))
    .sort((a, b) => Number(isOurs(a)) - Number(isOurs(b)));
  for (const inOrder of [leastRead, largestFirst]) {
    const moved = new Set<XmpProperty>();
    for (const one of inOrder) {
      moved.add(one);
      const packets = inTwo(model, moved, maxBytes);
      if (packets) return packets;
    }
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
