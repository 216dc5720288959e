import { namespaces } from '../catalogue/namespaces';
import type { BlockKind, Blocks } from '../containers/container';
import type { OpenedContainer } from '../containers/registry';
import { type EmbedPlan, planEmbed } from '../embed/planEmbed';
import type { ShotFiles } from '../embed/planShot';
import { decodeBlocks } from '../mapping/models';
import type { Wanted } from '../mapping/write';
import {
  encodeResources,
  RESOURCE_COPYRIGHT_FLAG,
  RESOURCE_IIM,
  RESOURCE_IPTC_DIGEST,
  RESOURCE_URL,
  type ResourcesModel,
} from '../photoshop/resources';
import { FormatError } from '../problems/problem';
import { encodeWithExtended } from '../xmp/extended';
import { withProperty, type XmpModel } from '../xmp/model';
import { encodeXmp } from '../xmp/packet';
import { type CopyFacts, exifWithout, freshExif, orientationOnly } from './freshExif';
import { type Removals, withoutRemoved, withoutRemovedResources } from './removal';

export interface CopyOptions {
  /** What the copy is to say; of 'everything' what it says beyond the records that go along. */
  readonly values: Wanted;
  /** The picture's own records go along; without, the copy carries the values and nothing else. */
  readonly keepsRecords: boolean;
  readonly removes: Removals;
  /** Of a rendered copy; absent where the picture data is the file's own. */
  readonly rendered?: CopyFacts & { readonly wasTurned: boolean };
  /** ISO 8601, for xmp:MetadataDate. */
  readonly now: string;
}

/**
 * Plans the records of a copy: into a picture file as an encoder made it, or into one from which everything
 * around the picture was taken. `shot` is where the records come from. Pure: it reads nothing further.
 */
export function planCopy(copy: OpenedContainer, shot: ShotFiles, options: CopyOptions): EmbedPlan {
  const base = carriedBy(
    copy,
    options.keepsRecords ? recordsOf(shot, copy, options) : onlyStorage(shot, copy, options),
  );
  const dressed: OpenedContainer = {
    ...copy,
    blocks: base,
    unreadable: [],
    // The original keeps its signature, and the JPEG that it was made from.
    problems: copy.problems.filter(
      ({ code }) => code !== 'provenance-signed' && code !== 'jpeg-not-restorable',
    ),
    planEdits: (changes) => copy.planEdits({ ...base, ...changes }),
  };
  const plan = planEmbed(dressed, options.values, { now: options.now });
  // Nothing is wanted beyond the records: they still have to be written.
  if (!plan.unchanged || plan.refused) return plan;
  const { edits, problems } = dressed.planEdits({});
  return {
    ...plan,
    edits,
    size: edits.reduce((sum, one) => sum + (one.kind === 'copy' ? one.end - one.start : one.bytes.length), 0),
    unchanged: false,
    problems: [...plan.problems, ...problems],
  };
}

function carriedBy({ carries }: OpenedContainer, blocks: Blocks): Blocks {
  const held = (
    ['exif', 'xmp', 'xmpExtended', 'photoshop', 'iim'] as const satisfies readonly BlockKind[]
  ).filter((kind) => blocks[kind] && (carries[kind] === 'make' || carries[kind] === 'update'));
  return Object.fromEntries(held.map((kind) => [kind, blocks[kind]]));
}

/** What the encoder says of its file; of picture data that is the file's own, how it is to be turned. */
function onlyStorage(
  shot: ShotFiles,
  { blocks }: OpenedContainer,
  { rendered, removes }: CopyOptions,
): Blocks {
  const exif = rendered
    ? freshExif(undefined, blocks.exif, rendered, removes)
    : orientationOnly(shot.main.blocks.exif);
  return exif ? { exif } : {};
}

/** What the picture's own records say, without what is to be removed or describes another file. */
function recordsOf({ main, raw, sidecar }: ShotFiles, copy: OpenedContainer, options: CopyOptions): Blocks {
  const { rendered, removes } = options;
  const models = decodeBlocks(main.blocks, main.unreadable);
  const packet = sidecar ? decodeBlocks(sidecar.blocks, sidecar.unreadable).xmp : models.xmp;
  const camera = main.blocks.exif ?? raw?.blocks.exif;
  const exif = rendered
    ? freshExif(camera, copy.blocks.exif, rendered, removes)
    : camera && exifWithout(camera, removes);
  const resources = models.resources && resourcesOf(models.resources, options);
  return {
    ...(exif ? { exif } : {}),
    ...(packet ? encodedPacket(packetOf(packet, options), copy) : {}),
    ...(resources && resources.resources.length > 0 ? { photoshop: encodeResources(resources) } : {}),
    ...(main.blocks.iim ? { iim: main.blocks.iim } : {}),
  };
}

/** One packet, or two where the format takes no more into the first. */
function encodedPacket(packet: XmpModel, { maxBytes }: OpenedContainer): Blocks {
  const xmp = encodeXmp(packet, maxBytes.xmp === undefined ? {} : { maxBytes: maxBytes.xmp });
  if (xmp) return { xmp };
  const both = maxBytes.xmp && maxBytes.xmpExtended && encodeWithExtended(packet, maxBytes.xmp);
  if (!both) throw new FormatError('block-too-large', 'xmp');
  return both;
}

/** Of a rendered copy only resources that tell words; paths, guides and layers belong to the other file. */
const TOLD = [RESOURCE_IIM, RESOURCE_COPYRIGHT_FLAG, RESOURCE_URL, RESOURCE_IPTC_DIGEST];

function resourcesOf(model: ResourcesModel, { rendered, removes }: CopyOptions): ResourcesModel {
  if (!rendered) return withoutRemovedResources(model, removes);
  return {
    resources: model.resources.filter((one) => TOLD.includes(one.id)),
    rest: new Uint8Array(0),
  };
}

/** Properties that describe the other file's storage (ISO 16684-2, tiff and exif schemas). */
const ofTheFile = [
  ['tiff', ['Orientation', 'ImageWidth', 'ImageLength', 'BitsPerSample', 'Compression', 'XResolution']],
  ['tiff', ['YResolution', 'ResolutionUnit', 'PhotometricInterpretation', 'SamplesPerPixel']],
  ['exif', ['PixelXDimension', 'PixelYDimension', 'ColorSpace', 'CompressedBitsPerPixel', 'MakerNote']],
  ['photoshop', ['ICCProfile', 'ColorMode', 'SidecarForExtension']],
  ['xmp', ['Thumbnails']],
  ['xmpNote', ['HasExtendedXMP']],
] as const;
/** Areas of the picture: they lie otherwise once it was turned upright. */
const areas = [
  ['mwg-rs', ['Regions']],
  ['Iptc4xmpExt', ['ImageRegion']],
] as const;

function packetOf(packet: XmpModel, { rendered, removes }: CopyOptions): XmpModel {
  const gone = rendered ? [...ofTheFile, ...(rendered.wasTurned ? areas : [])] : [];
  const bare = gone.reduce(
    (held, [prefix, names]) =>
      (names as readonly string[]).reduce(
        (one, name) => withProperty(one, namespaces[prefix], name, undefined),
        held,
      ),
    packet,
  );
  return withoutRemoved(bare, removes);
}
