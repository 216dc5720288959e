import { ascii, equalBytes, startsWith } from '../bytes/bytes';
import { limits } from '../bytes/limits';
import { ByteView } from '../bytes/view';
import { ByteWriter } from '../bytes/writer';
import { FormatError, type Problem, problem } from '../problems/problem';

/** Ids of the image resources that concern us. */
export const RESOURCE_IIM = 0x0404;
export const RESOURCE_COPYRIGHT_FLAG = 0x040a;
export const RESOURCE_URL = 0x040b;
export const RESOURCE_IPTC_DIGEST = 0x0425;

/** One image resource block; `name` is the Pascal string with its length octet and padding, as stored. */
export interface ImageResource {
  readonly signature: Uint8Array;
  readonly id: number;
  readonly name: Uint8Array;
  readonly data: Uint8Array;
  /** Octet after odd data; absent where the last resource lacks it. */
  readonly pad?: number;
}

export interface ResourcesModel {
  readonly resources: readonly ImageResource[];
  readonly rest: Uint8Array;
}

const SIGNATURE = ascii('8BIM');
const EMPTY_NAME = new Uint8Array([0, 0]);
/** Signatures met in the wild beside 8BIM (common practice); kept, never written again. */
const SIGNATURES = ['8BIM', 'MeSa', 'AgHg', 'PHUT', 'DCSR'].map(ascii);

/** Image resources in their order; what follows a broken one is kept as it is. */
export function decodeResources(bytes: Uint8Array): { model: ResourcesModel; problems: Problem[] } {
  const view = new ByteView(bytes, 'big', 'image resources');
  const resources: ImageResource[] = [];
  let at = 0;
  while (at < bytes.length) {
    if (resources.length >= limits.photoshopResources)
      throw new FormatError('limit-exceeded', 'image resources', { offset: at });
    const read = readResource(view, at);
    if (!read) break;
    resources.push(read.resource);
    at = read.end;
  }
  const rest = bytes.subarray(at);
  const broken = rest.some((byte) => byte !== 0);
  const code =
    SIGNATURES.some((one) => startsWith(rest, one)) || rest.length < 4 ? 'resource-cut' : 'resource-broken';
  return {
    model: { resources, rest },
    problems: broken ? [problem(code, 'image resources', { offset: at, severity: 'error' })] : [],
  };
}

function readResource(view: ByteView, at: number): { resource: ImageResource; end: number } | undefined {
  if (!view.has(at, 8)) return undefined;
  const signature = view.slice(at, 4);
  if (!SIGNATURES.some((one) => equalBytes(one, signature))) return undefined;
  const nameLength = view.u8(at + 6) + 1;
  const nameOctets = nameLength + (nameLength % 2);
  const sizeAt = at + 6 + nameOctets;
  if (!view.has(sizeAt, 4)) return undefined;
  const size = view.u32(sizeAt);
  if (!view.has(sizeAt + 4, size)) return undefined;
  const end = sizeAt + 4 + size;
  const padded = size % 2 === 1 && view.has(end, 1);
  const resource: ImageResource = {
    signature,
    id: view.u16(at + 4),
    name: view.slice(at + 6, nameOctets),
    data: view.slice(sizeAt + 4, size),
    ...(padded ? { pad: view.u8(end) } : {}),
  };
  return { resource, end: end + (padded ? 1 : 0) };
}

/** The octets of image resources, each padded to an even length. */
export function encodeResources(model: ResourcesModel): Uint8Array {
  const out = new ByteWriter();
  model.resources.forEach((one, index) => {
    out.bytes(one.signature).u16(one.id).bytes(one.name).u32(one.data.length).bytes(one.data);
    const last = index === model.resources.length - 1 && model.rest.length === 0;
    if (one.data.length % 2 === 1 && (one.pad !== undefined || !last)) out.u8(one.pad ?? 0);
  });
  return out.bytes(model.rest).done();
}

/** The data of the first resource of an id. */
export function resource(model: ResourcesModel, id: number): Uint8Array | undefined {
  return model.resources.find((one) => one.id === id)?.data;
}

/** The data of every resource of an id: a sound block has one. */
export function resourcesOf(model: ResourcesModel, id: number): readonly Uint8Array[] {
  return model.resources.flatMap((one) => (one.id === id ? [one.data] : []));
}

/**
 * The model with one resource set, or removed by `undefined`; its place among the others stays. Further
 * ones of the same id go: they would tell the former value.
 */
export function withResource(
  model: ResourcesModel,
  id: number,
  data: Uint8Array | undefined,
): ResourcesModel {
  const at = model.resources.findIndex((one) => one.id === id);
  const before = model.resources[at];
  const single = model.resources.filter((one) => one.id === id).length <= 1;
  if (before && single && data && equalBytes(before.data, data)) return model;
  if (!data)
    return at === -1 ? model : { ...model, resources: model.resources.filter((one) => one.id !== id) };
  const kept = model.resources.filter((one) => one.id !== id);
  const made: ImageResource = {
    signature: before?.signature ?? SIGNATURE,
    id,
    name: before?.name ?? EMPTY_NAME,
    data,
    ...(data.length % 2 === 1 ? { pad: 0 } : {}),
  };
  const place = at === -1 ? kept.length : at;
  return { ...model, resources: [...kept.slice(0, place), made, ...kept.slice(place)] };
}
