import { eq } from 'drizzle-orm';
import type { CameraFacts } from '../../../core/embed/camera';
import { hindrancesIn } from '../../../core/embed/hindrances';
import type { ShotRole } from '../../../core/embed/planShot';
import type { Context } from '../../context';
import { files } from '../../db/schema/photos';
import { required } from '../../problems/errors';
import { problemWords } from '../../problems/words';
import { listPhotosById } from './photos';

/** What is beside a large picture: nothing of it is written. */
export interface PhotoFacts {
  readonly camera: CameraFacts;
  readonly pixels: { readonly width: number; readonly height: number } | null;
  /** Names of all its files with what they are. */
  readonly files: readonly {
    readonly role: ShotRole;
    readonly name: string;
    readonly format: string;
    readonly size: number;
  }[];
  /** Why its files would not be written without a yes. */
  readonly hindrances: readonly string[];
}

/** Camera, size, files, and what hinders writing, of one photo. */
export async function readPhotoFacts(context: Context, id: string): Promise<PhotoFacts> {
  const [photo] = await listPhotosById(context, [id]);
  const { record } = required(photo, 'picture');
  const rows = await context.db.select().from(files).where(eq(files.photoId, id));
  return {
    camera: record.camera,
    pixels: record.pixels,
    files: rows.map(({ role, relativePath, format, size }) => ({
      role,
      name: relativePath.split('/').at(-1)!,
      format,
      size,
    })),
    hindrances: record.problems
      .filter((one) => {
        const { unreadable, signed, restorable } = hindrancesIn([one]);
        return unreadable || signed || restorable || one.severity === 'error';
      })
      .map(problemWords),
  };
}
