import { ascii, startsWith } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import type { ByteSource } from '../../bytes/source';
import { ByteView } from '../../bytes/view';
import { ByteWriter } from '../../bytes/writer';
import { iccName } from '../../icc/iccName';
import {
  decodeResources,
  encodeResources,
  type ResourcesModel,
  resource,
  withResource,
} from '../../photoshop/resources';
import { FormatError } from '../../problems/problem';
import {
  type BlockChanges,
  type ContainerCodec,
  carriesNothing,
  type Edit,
  type Kind,
  type ReadResult,
} from '../container';
import { joinEdits } from '../edits';

/** Sections of a layered picture: header, colour mode data, image resources, layers and masks, the flat picture. */
interface PsdStructure {
  readonly size: number;
  /** Of the length before the image resources, and behind them. */
  readonly resourcesAt: number;
  readonly resourcesEnd: number;
  readonly model: ResourcesModel;
  readonly pixels: { readonly width: number; readonly height: number };
  readonly bits: number;
}

const SIGNATURE = ascii('8BPS');
const HEADER = 26;
const RESOURCE_EXIF = 0x0422;
const RESOURCE_XMP = 0x0424;
const RESOURCE_THUMBNAIL = 0x040c;
const RESOURCE_ICC = 0x040f;
/** Octets before the JPEG of a thumbnail. */
const THUMBNAIL_HEAD = 28;

const kind: Kind = {
  id: 'psd',
  mediaType: 'image/vnd.adobe.photoshop',
  name: 'PSD, PSB',
  standard: 'Photoshop file formats, header and image resources, from memory; XMP part 3, 1.1.5',
  carries: { ...carriesNothing, exif: 'update', xmp: 'make', photoshop: 'make' },
  places: { exif: 'resource 0x0422', xmp: 'resource 0x0424', photoshop: 'image resources' },
};

/** Layered pictures, small (PSD) and large (PSB): all metadata is in the image resources. */
export const psd: ContainerCodec<PsdStructure> = {
  extensions: ['psd', 'psb'],
  maxBytes: {},
  kinds: [kind],
  kind: () => kind,
  sniff: (head) => startsWith(head, SIGNATURE) && head[4] === 0 && (head[5] === 1 || head[5] === 2),
  read: readPsd,
  planEdits: planPsd,
  bare: ({ size, resourcesAt, resourcesEnd, model }) =>
    editsOf({ size, resourcesAt, resourcesEnd }, ofThePicture(model)),
  pictureRanges: async ({ resourcesAt, resourcesEnd, size }) => [
    { start: 0, end: resourcesAt },
    { start: resourcesEnd, end: size },
  ],
  pixelSize: ({ pixels }) => pixels,
  icc: ({ model }) => resource(model, RESOURCE_ICC),
  async colour({ model, bits }) {
    const profile = resource(model, RESOURCE_ICC);
    return { ...(profile ? { profile: iccName(profile) } : {}), bits };
  },
  async preview({ model, resourcesAt }) {
    const thumbnail = resource(model, RESOURCE_THUMBNAIL);
    if (!thumbnail || thumbnail.length <= THUMBNAIL_HEAD) return undefined;
    const others = model.resources.slice(
      0,
      model.resources.findIndex((one) => one.data === thumbnail),
    );
    const before = encodeResources({ resources: others, rest: new Uint8Array(0) }).length;
    const { name } = model.resources[others.length]!;
    const start = resourcesAt + 4 + before + 6 + name.length + 4 + THUMBNAIL_HEAD;
    return { start, end: start + thumbnail.length - THUMBNAIL_HEAD };
  },
};

async function readPsd(source: ByteSource): Promise<ReadResult<PsdStructure>> {
  const head = new ByteView(await source.read(0, Math.min(HEADER + 4, source.size)), 'big', 'PSD');
  const resourcesAt = HEADER + 4 + head.u32(HEADER);
  const length = new ByteView(await readAt(source, resourcesAt, 4), 'big', 'PSD').u32(0);
  if (length > limits.blockBytes)
    throw new FormatError('limit-exceeded', 'image resources', { offset: resourcesAt });
  const { model, problems } = decodeResources(await readAt(source, resourcesAt + 4, length));
  const [exif, xmp] = [RESOURCE_EXIF, RESOURCE_XMP].map((id) => resource(model, id));
  const others = withoutBlocks(model);
  return {
    structure: {
      size: source.size,
      resourcesAt,
      resourcesEnd: resourcesAt + 4 + length,
      model,
      pixels: { width: head.u32(18), height: head.u32(14) },
      bits: head.u16(22),
    },
    blocks: {
      ...(exif ? { exif } : {}),
      ...(xmp ? { xmp } : {}),
      ...(others.resources.length + others.rest.length > 0 ? { photoshop: encodeResources(others) } : {}),
    },
    problems,
    unreadable: [],
  };
}

async function readAt(source: ByteSource, at: number, length: number): Promise<Uint8Array> {
  if (at + length > source.size) throw new FormatError('file-cut', 'PSD', { offset: source.size });
  return source.read(at, length);
}

/** Exif and XMP are blocks of their own here. */
const withoutBlocks = (model: ResourcesModel): ResourcesModel =>
  [RESOURCE_EXIF, RESOURCE_XMP].reduce((held, id) => withResource(held, id, undefined), model);

function planPsd({ size, resourcesAt, resourcesEnd, model }: PsdStructure, changes: BlockChanges) {
  let held = model;
  if ('photoshop' in changes) held = withOthers(model, changes.photoshop ?? new Uint8Array(0));
  if ('exif' in changes) held = withResource(held, RESOURCE_EXIF, changes.exif);
  if ('xmp' in changes) held = withResource(held, RESOURCE_XMP, changes.xmp);
  if (held === model) return { edits: [{ kind: 'copy', start: 0, end: size } as const], problems: [] };
  return { edits: editsOf({ size, resourcesAt, resourcesEnd }, held), problems: [] };
}

function editsOf(
  { size, resourcesAt, resourcesEnd }: Pick<PsdStructure, 'size' | 'resourcesAt' | 'resourcesEnd'>,
  model: ResourcesModel,
): Edit[] {
  const resources = encodeResources(model);
  return joinEdits([
    { kind: 'copy', start: 0, end: resourcesAt },
    { kind: 'insert', bytes: new ByteWriter('big').u32(resources.length).bytes(resources).done() },
    { kind: 'copy', start: resourcesEnd, end: size },
  ]);
}

/**
 * Resources without which the picture would look different: resolution, alpha channels and their names, layers, profiles,
 * colours of a palette, version.
 */
const OF_THE_PICTURE: ReadonlySet<number> = new Set([
  ...[0x03ed, 0x03ee, 0x0400, 0x0402, RESOURCE_ICC, 0x0411, 0x0415, 0x0416, 0x0417, 0x041d, 0x0421, 0x0430],
  ...[0x0432, 0x0435],
]);

const ofThePicture = (model: ResourcesModel): ResourcesModel => ({
  resources: model.resources.filter(({ id }) => OF_THE_PICTURE.has(id)),
  rest: new Uint8Array(0),
});

/** The resources of `bytes`, and Exif and XMP as they were. */
function withOthers(model: ResourcesModel, bytes: Uint8Array): ResourcesModel {
  const { model: others } = decodeResources(bytes);
  return [RESOURCE_EXIF, RESOURCE_XMP].reduce(
    (held, id) => withResource(held, id, resource(model, id)),
    others,
  );
}
