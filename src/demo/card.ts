import { existsSync } from 'node:fs';
import { copyFile, mkdir, rename, utimes, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { concat } from '../core/bytes/bytes';
import { md5Digest } from '../core/bytes/digest';
import { memorySource } from '../core/bytes/source';
import type { FieldId } from '../core/catalogue/fields';
import type { FieldValue } from '../core/catalogue/value';
import type { Edit } from '../core/containers/container';
import { openContainer } from '../core/containers/registry';
import { planEmbed } from '../core/embed/planEmbed';
import { encodeIim } from '../core/iim/codec';
import { newIim, writeIim } from '../core/mapping/writeIim';
import {
  decodeResources,
  encodeResources,
  RESOURCE_IIM,
  RESOURCE_IPTC_DIGEST,
  withResource,
} from '../core/photoshop/resources';
import { cachedDrawing } from './cachedDrawing';
import type { DemoPicture } from './pictures';
import { renderPicture, renderRaw } from './render';

type Values = { readonly [K in FieldId]?: FieldValue };

/** Progress is reported every so many pictures. */
const TOLD_EVERY = 10;

/** Draws pictures into a folder, such as the simulated memory card; those that are there already are kept. */
export async function drawPictures(
  folder: string,
  pictures: readonly DemoPicture[],
  notify: (line: string) => void,
): Promise<void> {
  await mkdir(folder, { recursive: true });
  const missing = pictures.filter((one) => !existsSync(path.join(folder, one.name)));
  const drawn = missing.filter((one) => !one.sameAs);
  let done = 0;
  const queue = drawn.map((picture) => async () => {
    await placeTwins(folder, picture);
    await place(folder, picture, await withMetadata(picture));
    done++;
    if (done % TOLD_EVERY === 0 || done === drawn.length) notify(`Drew ${done} of ${drawn.length} pictures`);
  });
  await Promise.all(
    [0, 1].map(async () => {
      for (let job = queue.shift(); job; job = queue.shift()) await job();
    }),
  );
  for (const picture of missing) {
    if (!picture.sameAs) continue;
    await copyFile(path.join(folder, picture.sameAs), path.join(folder, picture.name));
    await stamp(path.join(folder, picture.name), picture);
  }
}

async function withMetadata(picture: DemoPicture): Promise<Uint8Array> {
  const seed = seedOf(picture);
  const raw = picture.format === 'raw' || picture.format === 'dng';
  const bare = await cachedDrawing([picture, seed], async () =>
    raw ? await renderRaw(picture, seed) : new Uint8Array(await renderPicture(picture, seed)),
  );
  const carrying = picture.carries && picture.format !== 'raw' ? await embedded(bare, picture.carries) : bare;
  return picture.contradicts ? contradicted(carrying, picture.contradicts) : carrying;
}

/** The JPEG of the same shot, and the sidecar that another program left. */
async function placeTwins(folder: string, picture: DemoPicture): Promise<void> {
  if (picture.format !== 'raw') return;
  const { format: _, ...shot } = picture;
  const stem = picture.name.replace(/\.[^.]+$/, '');
  const jpeg = { ...shot, name: `${stem}.jpg` };
  await place(folder, jpeg, await withMetadata({ ...jpeg, name: picture.name }));
  if (!picture.sidecar) return;
  const wanted = new Map(Object.entries(picture.sidecar)) as Map<FieldId, FieldValue>;
  const { edits } = planEmbed(await openContainer(memorySource(new Uint8Array(0)), 'new.xmp'), wanted);
  await place(folder, { ...shot, name: `${stem}.xmp` }, carriedOut(new Uint8Array(0), edits));
}

function seedOf({ name }: DemoPicture): number {
  return [...name].reduce((sum, letter) => sum * 31 + letter.charCodeAt(0), 7) >>> 0;
}

async function embedded(file: Uint8Array, values: Values): Promise<Uint8Array> {
  const plan = planEmbed(
    await openContainer(memorySource(file)),
    new Map(Object.entries(values)) as Map<FieldId, FieldValue>,
  );
  return carriedOut(file, plan.edits);
}

/** What a program does that knows only IIM: XMP stays, and the digest describes it or not. */
async function contradicted(
  file: Uint8Array,
  { values, digest }: NonNullable<DemoPicture['contradicts']>,
): Promise<Uint8Array> {
  const container = await openContainer(memorySource(file));
  const iim = encodeIim(
    Object.entries(values).reduce(
      (model, [id, value]) => writeIim(model, id as FieldId, value).model,
      newIim,
    ),
  );
  const before = container.blocks.photoshop
    ? decodeResources(container.blocks.photoshop).model
    : { resources: [], rest: new Uint8Array(0) };
  const digested = md5Digest(digest === 'matching' ? iim : new Uint8Array(1));
  const resources = withResource(withResource(before, RESOURCE_IIM, iim), RESOURCE_IPTC_DIGEST, digested);
  return carriedOut(file, container.planEdits({ photoshop: encodeResources(resources) }).edits);
}

function carriedOut(file: Uint8Array, edits: readonly Edit[]): Uint8Array {
  return concat(
    edits.map((edit) => (edit.kind === 'copy' ? file.subarray(edit.start, edit.end) : edit.bytes)),
  );
}

async function place(folder: string, picture: DemoPicture, bytes: Uint8Array): Promise<void> {
  const target = path.join(folder, picture.name);
  await writeFile(`${target}.tmp`, bytes);
  await rename(`${target}.tmp`, target);
  await stamp(target, picture);
}

async function stamp(target: string, picture: DemoPicture): Promise<void> {
  const taken = new Date(`${picture.taken}+02:00`);
  await utimes(target, taken, taken);
}
