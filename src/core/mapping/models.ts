import { equalBytes } from '../bytes/bytes';
import { md5Digest } from '../bytes/digest';
import { namespaces } from '../catalogue/namespaces';
import type { BlockKind, Blocks, LegacyText } from '../containers/container';
import { danglingOf, decodeExif, type ExifModel } from '../exif/exif';
import { charsetOf } from '../iim/charset';
import { decodeIim, type IimModel, mergeIim } from '../iim/codec';
import {
  decodeResources,
  RESOURCE_IIM,
  RESOURCE_IPTC_DIGEST,
  type ResourcesModel,
  resource,
  resourcesOf,
} from '../photoshop/resources';
import { attempt, type Problem, problem } from '../problems/problem';
import { mergeXmp } from '../xmp/merge';
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
  /**
   * Blocks that could not be read, or not to their end, or that readers refuse as they are, each with the
   * reason: not to be rewritten without an explicit choice.
   */
  readonly damaged: ReadonlyMap<BlockName, Problem>;
  readonly problems: readonly Problem[];
}

/** Decoded once for the same blocks: reading, planning and proving look at one model. */
const decoded = new WeakMap<Blocks, Models>();

/** The models of a file's blocks. One that cannot be read is a problem and no model. */
export function decodeBlocks(blocks: Blocks, unreadable: readonly BlockKind[] = []): Models {
  const known = decoded.get(blocks);
  if (known) return known;
  const models = new BlockReader(unreadable).models(blocks);
  decoded.set(blocks, models);
  return models;
}

class BlockReader {
  private readonly problems: Problem[] = [];
  private readonly damaged = new Map<BlockName, Problem>();

  constructor(unreadable: readonly BlockKind[]) {
    for (const kind of unreadable) {
      const name = kind === 'xmpExtended' ? 'xmp' : kind;
      this.damage(name, problem('block-unreadable', name, { severity: 'error' }));
    }
  }

  models(blocks: Blocks): Models {
    const exif = this.exif(blocks.exif);
    const xmp = this.xmp(blocks);
    const resources = this.resources(blocks.photoshop);
    const iim = this.iim(blocks.iim, resources);
    return {
      ...(exif ? { exif } : {}),
      ...(xmp ? { xmp } : {}),
      ...(resources ? { resources } : {}),
      ...(iim ? { iim } : {}),
      ...(blocks.texts ? { texts: blocks.texts } : {}),
      digest: digestState(resources, blocks.iim),
      damaged: this.damaged,
      problems: this.problems,
    };
  }

  /** The first reason counts. */
  private damage(name: BlockName, why: Problem): void {
    if (!this.damaged.has(name)) this.damaged.set(name, why);
  }

  private decode<T>(
    name: BlockName,
    bytes: Uint8Array | undefined,
    decoder: (bytes: Uint8Array) => T,
  ): T | undefined {
    if (!bytes) return undefined;
    const tried = attempt(() => decoder(bytes));
    if ('value' in tried) return tried.value;
    this.problems.push(tried.problem);
    this.damage(name, tried.problem);
    return undefined;
  }

  /** A pointer outside the block would get a meaning by the bytes that a change appends. */
  private exif(bytes: Uint8Array | undefined): ExifModel | undefined {
    const read = this.decode('exif', bytes, decodeExif);
    if (!read) return undefined;
    const dangling = danglingOf(read.model);
    const found = dangling ? [...read.problems, dangling] : read.problems;
    this.problems.push(...found);
    if (found[0]) this.damage('exif', found[0]);
    return read.model;
  }

  /** The main packet, the extended one, and further packets that the file should not have: one model. */
  private xmp({ xmp, xmpExtended, furtherXmp = [] }: Blocks): XmpModel | undefined {
    const main = this.decode('xmp', xmp, decodeXmp);
    const extended = this.decode('xmp', xmpExtended, decodeXmp);
    if (!main) return undefined;
    const whole = extended
      ? mergeXmp(withProperty(main, namespaces.xmpNote, 'HasExtendedXMP', undefined), extended)
      : main;
    const model = furtherXmp.reduce((held, packet) => this.withFurther(held, packet), whole);
    const twice = [
      ['xmp-property-repeated', model.repeated],
      ['xmp-packets-differ', model.differing],
    ] as const;
    for (const [code, names] of twice) {
      if (!names) continue;
      const why = problem(code, 'XMP', { found: names.slice(0, 5).join(', ') });
      this.problems.push(why);
      this.damage('xmp', why);
    }
    return model;
  }

  private withFurther(model: XmpModel, packet: Uint8Array): XmpModel {
    this.problems.push(problem('block-repeated', 'XMP', { severity: 'info' }));
    const further = this.decode('xmp', packet, decodeXmp);
    return further ? mergeXmp(model, further) : model;
  }

  private resources(bytes: Uint8Array | undefined): ResourcesModel | undefined {
    const read = this.decode('photoshop', bytes, decodeResources);
    if (!read) return undefined;
    this.problems.push(...read.problems);
    if (read.problems[0]) this.damage('photoshop', read.problems[0]);
    return read.model;
  }

  /** IIM by itself (TIFF) goes before the copy in the resources; a second block fills in what the first lacks. */
  private iim(byItself: Uint8Array | undefined, resources: ResourcesModel | undefined): IimModel | undefined {
    const [first, ...further] = resources ? resourcesOf(resources, RESOURCE_IIM) : [];
    if (byItself && first && !equalBytes(withoutFillers(byItself), withoutFillers(first)))
      this.problems.push(problem('iim-copies-differ', 'IIM'));
    const main = this.oneIim(byItself ?? first);
    return further.reduce((model, bytes) => {
      this.problems.push(problem('block-repeated', 'IIM', { severity: 'info' }));
      const more = this.oneIim(bytes);
      if (!more) return model;
      if (!model) return more;
      const { model: merged, differs } = mergeIim(model, more);
      if (differs) this.problems.push(problem('iim-copies-differ', 'IIM'));
      return merged;
    }, main);
  }

  private oneIim(bytes: Uint8Array | undefined): IimModel | undefined {
    const read = this.decode('iim', bytes, decodeIim);
    if (!read) return undefined;
    this.problems.push(...read.problems);
    if (read.problems[0]) this.damage('iim', read.problems[0]);
    const { charset, problems } = charsetOf(read.model);
    this.problems.push(...problems);
    if (charset === 'unsupported') this.damage('iim', problems[0]!);
    return read.model;
  }
}

/** TIFF's tag 33723 may be filled up with zeros to whole numbers. */
function withoutFillers(bytes: Uint8Array): Uint8Array {
  let end = bytes.length;
  while (end > 0 && bytes[end - 1] === 0) end--;
  return bytes.subarray(0, end);
}

/**
 * The stored digest against what other writers digest: the payload of resource 0x0404, or tag 33723 with or
 * without its fillers.
 */
function digestState(
  resources: ResourcesModel | undefined,
  byItself: Uint8Array | undefined,
): Models['digest'] {
  const stored = resources && resource(resources, RESOURCE_IPTC_DIGEST);
  const inResources = resources && resource(resources, RESOURCE_IIM);
  if (stored?.length !== 16 || (!inResources && !byItself)) return 'absent';
  const bare = byItself && withoutFillers(byItself);
  const inStep = bare && inResources && equalBytes(bare, withoutFillers(inResources));
  const digested = byItself ? [byItself, bare!, ...(inStep ? [inResources] : [])] : [inResources!];
  return digested.some((bytes) => equalBytes(stored, md5Digest(bytes))) ? 'matches' : 'stale';
}
