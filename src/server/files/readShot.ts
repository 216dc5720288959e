import { readdir } from 'node:fs/promises';
import path from 'node:path';
import type { ShotFiles } from '../../core/embed/planShot';
import { recordOf } from '../../core/embed/planShot';
import type { PhotoRecord } from '../../core/mapping/read';
import { groupShots, isRawName, newSidecarName, type Shot } from '../../core/naming/shots';
import { type PhotoFile, readPhotoFile } from './readPhotoFile';

/** A photo as read from disk: each file with its stat, and what they say together. */
export interface ReadShot {
  readonly folder: string;
  readonly shot: Shot;
  readonly main: PhotoFile;
  readonly raw?: PhotoFile;
  readonly sidecar?: PhotoFile;
  readonly record: PhotoRecord;
}

export async function readShot(folder: string, shot: Shot): Promise<ReadShot> {
  const read = (name: string | undefined) => (name ? readPhotoFile(path.join(folder, name)) : undefined);
  const [main, raw, sidecar] = await Promise.all([read(shot.main), read(shot.raw), read(shot.sidecar)]);
  const files = { main: main!, ...(raw ? { raw } : {}), ...(sidecar ? { sidecar } : {}) };
  const single = !raw && !sidecar;
  const record = single ? main!.picture.record : recordOf(containersOf(files));
  return { folder, shot, ...files, record };
}

export function containersOf(read: Pick<ReadShot, 'main' | 'raw' | 'sidecar'>): ShotFiles {
  return {
    main: read.main.container,
    ...(read.raw ? { raw: read.raw.container } : {}),
    ...(read.sidecar ? { sidecar: read.sidecar.container } : {}),
  };
}

export function sidecarPath({ folder, shot }: Pick<ReadShot, 'folder' | 'shot'>): string {
  return path.join(folder, shot.sidecar ?? newSidecarName(shot));
}

/**
 * The one file by itself, with the sidecar that is its own. Names beside it are looked up once a folder.
 */
export class Neighbours {
  private readonly names = new Map<string, Promise<readonly string[]>>();

  async alone(file: string): Promise<Shot> {
    const [folder, name] = [path.dirname(file), path.basename(file)];
    if (!this.names.has(folder))
      this.names.set(
        folder,
        readdir(folder).catch(() => []),
      );
    const beside = await this.names.get(folder)!;
    if (!beside.some((one) => /\.xmp$/i.test(one))) return { main: name };
    const shot = groupShots(beside).find((one) => one.main === name || one.raw === name);
    // The sidecar of a raw file with a JPEG is the raw file's.
    const mine = shot?.sidecar && (shot.raw === undefined || isRawName(name));
    return { main: name, ...(mine ? { sidecar: shot.sidecar } : {}) };
  }
}
