import { type ExifModel, exifNumber, exifRational, exifText, TAG } from '../exif/exif';

/** What the camera recorded: shown beside the words, never written. */
export interface CameraFacts {
  readonly camera?: string;
  readonly lens?: string;
  /** Seconds, as the camera wrote them, e.g. "1/250". */
  readonly exposure?: string;
  readonly aperture?: string;
  readonly iso?: number;
  /** Millimetres. */
  readonly focalLength?: number;
  /** Exif Orientation, 1 to 8. */
  readonly orientation: number;
}

/** What Exif says of the camera and the exposure (Exif 2.32, 4.6.5). */
export function cameraFacts(exif: ExifModel | undefined): CameraFacts {
  if (!exif) return { orientation: 1 };
  const orientation = exifNumber(exif, 'IFD0', TAG.orientation) ?? 1;
  return {
    orientation: orientation >= 1 && orientation <= 8 ? orientation : 1,
    ...defined({
      camera: cameraName(exifText(exif, 'IFD0', TAG.make), exifText(exif, 'IFD0', TAG.model)),
      lens: exifText(exif, 'Exif', TAG.lensModel),
      exposure: exposure(exifRational(exif, 'Exif', TAG.exposureTime)),
      aperture: quotient(exifRational(exif, 'Exif', TAG.fNumber))?.toFixed(1),
      iso: exifNumber(exif, 'Exif', TAG.iso),
      focalLength: quotient(exifRational(exif, 'Exif', TAG.focalLength)),
    }),
  };
}

/** Make and model, the make only where the model does not begin with it. */
function cameraName(make: string | undefined, model: string | undefined): string | undefined {
  if (!make || !model) return model ?? make;
  const firstWord = make.split(' ')[0] ?? make;
  return model.toLowerCase().startsWith(firstWord.toLowerCase()) ? model : `${make} ${model}`;
}

function exposure(ratio: readonly [number, number] | undefined): string | undefined {
  const seconds = quotient(ratio);
  if (seconds === undefined) return undefined;
  return seconds >= 0.4 ? String(Number(seconds.toFixed(1))) : `1/${Math.round(1 / seconds)}`;
}

function quotient(ratio: readonly [number, number] | undefined): number | undefined {
  return ratio && ratio[1] > 0 && ratio[0] > 0 ? ratio[0] / ratio[1] : undefined;
}

function defined<T extends object>(values: T): { [K in keyof T]?: NonNullable<T[K]> } {
  return Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]?: NonNullable<T[K]>;
  };
}
