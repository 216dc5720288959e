import type { ByteSource } from '../bytes/source';
import { contradictions } from '../checks/contradictions';
import type { ColourFacts, ContainerId } from '../containers/container';
import { type OpenedContainer, openContainer } from '../containers/registry';
import { type CameraFacts, cameraFacts } from '../embed/camera';
import { type Lineage, lineageOf } from '../embed/lineage';
import { exifNumber, TAG } from '../exif/exif';
import { decodeBlocks, type Models } from '../mapping/models';
import { type PhotoRecord, readFields, valuesOfRecord } from '../mapping/read';

/** Everything that the metadata of one picture says. */
export interface Picture {
  readonly format: ContainerId;
  readonly mediaType: string;
  readonly pixels?: { readonly width: number; readonly height: number };
  /** null in formats of which Fabrica does not know it. */
  readonly colour: ColourFacts | null;
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
    colour: await colourOf(container, source, models),
    record: {
      ...record,
      problems: [...container.problems, ...record.problems, ...contradictions(valuesOfRecord(record))],
    },
    camera: cameraFacts(models.exif),
    lineage: lineageOf(models.xmp),
  };
  return { picture, container, models };
}

const EXIF_SRGB = 1;

/** Where no profile is embedded, ColorSpace of Exif speaks (Exif 2.32, 4.6.5, tag A001): 1 is sRGB. */
async function colourOf(
  container: OpenedContainer,
  source: ByteSource,
  { exif }: Models,
): Promise<ColourFacts | null> {
  const colour = await container.colour(source);
  if (!colour) return null;
  const isSrgb = exif && exifNumber(exif, 'Exif', TAG.colorSpace) === EXIF_SRGB;
  return colour.profile === undefined && isSrgb ? { ...colour, profile: 'sRGB' } : colour;
}
