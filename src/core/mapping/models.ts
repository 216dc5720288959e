import { equalBytes } from '../bytes/bytes';
import { md5Digest } from '../bytes/digest';
import { namespaces } from '../catalogue/namespaces';
import type { BlockKind, Blocks, LegacyText } from '../containers/container';
import { decodeExif, type ExifModel } from '../exif/exif';
import { charsetOf } from '../iim/charset';
import { decodeIim, type IimModel } from '../iim/codec';
import {
  decodeResources,
  RESOURCE_IIM,
  RESOURCE_IPTC_DIGEST,
  type ResourcesModel,
  resource,
} from '../photoshop/resources';
import { attempt, type Problem, problem } from '../problems/problem';
import { withProperty, type XmpModel } from '../xmp/model';
import { decodeXmp } from '../xmp/packet';

export type BlockName = 'exif' | 'xmp' | 'iim' | 'photoshop';

/** The decoded blocks of one file. */
export interface Models {
  readonly exif?: ExifModel;
  readonly xmp?: XmpModel;
  readonly resources?: ResourcesModel;
  readonly iim?: IimModel;
  /** Legacy texts of PNG. */
  readonly texts?: readonly LegacyText[];
  /** Resource 0x0425 against the IIM block: stale means that IIM was changed by a program unaware of XMP. */
  readonly digest: 'absent' | 'matches' | 'stale';
  /** Blocks that could not be read, or not to their end: not to be rewritten without an explicit choice. */
  readonly damaged: readonly BlockName[];
  readonly problems: readonly Problem[];
}

/** Decoded once for the same blocks: reading, planning and proving look at one model. */
const decoded = new WeakMap<Blocks, Models>();

export function decodeBlocks(blocks: Blocks, unreadable: readonly BlockKind[] = []): Models {
  const known = decoded.get(blocks);
  if (known) return known;
  const models = decodeAnew(blocks, unreadable);
  decoded.set(blocks, models);
  return models;
}

function decodeAnew(blocks: Blocks, unreadable: readonly BlockKind[]): Models {
  const problems: Problem[] = [];
  const damaged = new Set<BlockName>(
    unreadable.map((kind): BlockName => (kind === 'xmpExtended' ? 'xmp' : kind)),
  );
  const decode = <T>(
    name: BlockName,
    bytes: Uint8Array | undefined,
    decoder: (bytes: Uint8Array) => T,
  ): T | undefined => {
    if (!bytes) return undefined;
    const tried = attempt(() => decoder(bytes));
    if ('value' in tried) return tried.value;
    problems.push(tried.problem);
    damaged.add(name);
    return undefined;
  };
  const exif = decode('exif', blocks.exif, decodeExif);
  const main = decode('xmp', blocks.xmp, decodeXmp);
  const extended = decode('xmp', blocks.xmpExtended, decodeXmp);
  const resources = decode('photoshop', blocks.photoshop, decodeResources);
  const iimInResources = resources && resource(resources.model, RESOURCE_IIM);
  const iimBytes = blocks.iim ?? iimInResources;
  if (blocks.iim && iimInResources && !sameIim(blocks.iim, iimInResources))
    problems.push(problem('iim-copies-differ', 'IIM'));
  const iim = decode('iim', iimBytes, decodeIim);
  problems.push(...(exif?.problems ?? []), ...(resources?.problems ?? []), ...(iim?.problems ?? []));
  if (resources?.problems.length) damaged.add('photoshop');
  if (iim?.problems.length) damaged.add('iim');
  if (iim) {
    const { charset, problems: about } = charsetOf(iim.model);
    problems.push(...about);
    if (charset === 'unsupported') damaged.add('iim');
  }
  const xmp = main && extended ? mergeExtended(main, extended) : main;
  return {
    ...(exif ? { exif: exif.model } : {}),
    ...(xmp ? { xmp } : {}),
    ...(resources ? { resources: resources.model } : {}),
    ...(iim ? { iim: iim.model } : {}),
    ...(blocks.texts ? { texts: blocks.texts } : {}),
    digest: digestState(resources?.model, iimBytes),
    damaged: [...damaged],
    problems,
  };
}

/** TIFF keeps IIM twice; the copy in tag 33723 may be filled up with zeros. */
function sameIim(inTag: Uint8Array, inResources: Uint8Array): boolean {
  const bare = (bytes: Uint8Array) => {
    let end = bytes.length;
    while (end > 0 && bytes[end - 1] === 0) end--;
    return bytes.subarray(0, end);
  };
  return equalBytes(bare(inTag), bare(inResources));
}

function digestState(resources: ResourcesModel | undefined, iim: Uint8Array | undefined): Models['digest'] {
  const stored = resources && resource(resources, RESOURCE_IPTC_DIGEST);
  if (stored?.length !== 16 || !iim) return 'absent';
  return equalBytes(stored, md5Digest(iim)) ? 'matches' : 'stale';
}

/** Main and extended packet are one model; the pointer between them is no metadata (XMP part 3, 1.1.3.1). */
function mergeExtended(main: XmpModel, extended: XmpModel): XmpModel {
  const [first, ...others] = withProperty(main, namespaces.xmpNote, 'HasExtendedXMP', undefined).subjects;
  const added = extended.subjects.flatMap((subject) => subject.properties);
  const subject = { about: first?.about ?? '', properties: [...(first?.properties ?? []), ...added] };
  return { subjects: [subject, ...others], prefixes: new Map([...extended.prefixes, ...main.prefixes]) };
}
