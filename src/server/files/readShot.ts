import { readdir } from 'node:fs/promises';
import path from 'node:path';
import { recordOf, type ShotFiles, sidecarExtension } from '../../core/embed/planShot';
import type { PhotoRecord } from '../../core/mapping/read';
import { groupShots, isSidecarFor, newSidecarName, type Shot } from '../../core/naming/shots';
import { type Problem, problem } from '../../core/problems/problem';
import type { FileLayer } from './layer';
import { type PhotoFile, readPhotoFile } from './readPhotoFile';

/** A photo as read from disk: each file with its stat, and what they say together. */
export interface ReadShot {
  readonly folder: string;
  readonly shot: Shot;
  readonly main: PhotoFile;
  readonly raw?: PhotoFile;
  readonly sidecar?: PhotoFile;
  readonly otherSidecar?: PhotoFile;
  readonly record: PhotoRecord;
}

/** Reads all files of a photo, each by its own codec. Throws FileError or FormatError of the main file. */
export async function readShot(
  folder: string,
  shot: Shot,
  layer?: Pick<FileLayer, 'openForReading'>,
): Promise<ReadShot> {
  const read = (name: string | undefined) =>
    name ? readPhotoFile(path.join(folder, name), layer) : undefined;
  const [main, raw, first, second] = await Promise.all([
    read(shot.main),
    read(shot.raw),
    read(shot.sidecar),
    read(shot.otherSidecar),
  ]);
  const { own, strange } = sidecarsOf(shot, [
    [shot.sidecar, first],
    [shot.otherSidecar, second],
  ]);
  const [sidecar, otherSidecar] = own;
  const files = {
    main: main!,
    ...(raw ? { raw } : {}),
    ...(sidecar ? { sidecar: sidecar.file } : {}),
    ...(otherSidecar ? { otherSidecar: otherSidecar.file } : {}),
  };
  const single = !raw && !sidecar;
  const record = single ? main!.picture.record : recordOf(containersOf(files));
  const { sidecar: _, otherSidecar: __, ...bare } = shot;
  return {
    folder,
    // A new sidecar beside one that is another file's takes the whole name of its own.
    shot: {
      ...bare,
      ...(sidecar ? { sidecar: sidecar.name } : {}),
      ...(otherSidecar ? { otherSidecar: otherSidecar.name } : {}),
      ...(strange.length > 0 ? { stemShared: true as const } : {}),
    },
    ...files,
    record: { ...record, problems: [...record.problems, ...strange] },
  };
}

interface NamedFile {
  readonly name: string;
  readonly file: PhotoFile;
}

/** The sidecars that are this photo's, and problems of those that were made for another file. */
function sidecarsOf(shot: Shot, read: readonly (readonly [string | undefined, PhotoFile | undefined])[]) {
  const own: NamedFile[] = [];
  const strange: Problem[] = [];
  for (const [name, file] of read) {
    if (!name || !file) continue;
    const files = [shot.main, shot.raw].filter((one) => one !== undefined);
    if (isSidecarFor(name, sidecarExtension(file.container), files)) own.push({ name, file });
    else strange.push(problem('sidecar-of-other-file', name, { severity: 'info' }));
  }
  return { own, strange };
}

/** The opened containers of a photo by their roles, as planning takes them. */
export function containersOf(read: Pick<ReadShot, 'main' | 'raw' | 'sidecar' | 'otherSidecar'>): ShotFiles {
  return {
    main: read.main.container,
    ...(read.raw ? { raw: read.raw.container } : {}),
    ...(read.sidecar ? { sidecar: read.sidecar.container } : {}),
    ...(read.otherSidecar ? { otherSidecar: read.otherSidecar.container } : {}),
  };
}

/** Where a new sidecar of a photo goes. */
export function sidecarPath({ folder, shot }: Pick<ReadShot, 'folder' | 'shot'>): string {
  return path.join(folder, shot.sidecar ?? newSidecarName(shot));
}

/** The one file by itself, with the sidecar that is its own. Each folder is looked into once. */
export class Neighbours {
  private readonly folders = new Map<string, Promise<ReadonlyMap<string, Omit<Shot, 'main'>>>>();

  async alone(file: string): Promise<Shot> {
    const [folder, name] = [path.dirname(file), path.basename(file)];
    if (!this.folders.has(folder)) this.folders.set(folder, besidesIn(folder));
    return { main: name, ...(await this.folders.get(folder)!).get(name) };
  }
}

/** What is beside the files of a folder, by name; the sidecar of a raw file with a JPEG is the raw file's. */
async function besidesIn(folder: string): Promise<ReadonlyMap<string, Omit<Shot, 'main'>>> {
  const names = await readdir(folder).catch((): string[] => []);
  return new Map(
    groupShots(names).map(({ main, raw, ...besides }): [string, Omit<Shot, 'main'>] => [
      raw ?? main,
      besides,
    ]),
  );
}
