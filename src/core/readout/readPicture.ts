import type { ByteSource } from '../bytes/source';
import { contradictions } from '../checks/contradictions';
import type { ContainerId } from '../containers/container';
import { type OpenedContainer, openContainer } from '../containers/registry';
import { type CameraFacts, cameraFacts } from '../embed/camera';
import { type Lineage, lineageOf } from '../embed/lineage';
import { decodeBlocks, type Models } from '../mapping/models';
import { type PhotoRecord, readFields, valuesOfRecord } from '../mapping/read';

/** Everything that the metadata of one picture says. */
export interface Picture {
  readonly format: ContainerId;
  readonly mediaType: string;
  readonly pixels?: { readonly width: number; readonly height: number };
  readonly record: PhotoRecord;
  readonly camera: CameraFacts;
  readonly lineage: Lineage;
}

/** Opens and reads a picture's metadata; the picture itself is not decoded. Throws FormatError. */
export async function readPicture(
  source: ByteSource,
  name = '',
): Promise<{ picture: Picture; container: OpenedContainer; models: Models }> {
  const container = await openContainer(source, name);
  const models = decodeBlocks(container.blocks, container.unreadable);
  const record = readFields(models);
  const picture: Picture = {
    format: container.id,
    mediaType: container.mediaType,
    ...(container.pixels ? { pixels: container.pixels } : {}),
    record: {
      ...record,
      problems: [...container.problems, ...record.problems, ...contradictions(valuesOfRecord(record))],
    },
    camera: cameraFacts(models.exif),
    lineage: lineageOf(models.xmp),
  };
  return { picture, container, models };
}
