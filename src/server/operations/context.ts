import type { CameraFacts } from '../../core/embed/camera';
import type { PlaceholderContext } from '../../core/templates/placeholders';
import type { Assignment } from './assignments';

/** What is the same for every picture of the installation. */
export interface Surroundings {
  /** The local day, ISO. */
  readonly today: string;
  readonly identities: NonNullable<PlaceholderContext['identities']>;
}

/** What is known of a picture before and after it is indexed. */
export interface PictureFacts {
  readonly name: string;
  readonly camera?: Pick<CameraFacts, 'camera' | 'lens'> | undefined;
  readonly pixels?: { readonly width: number; readonly height: number } | null | undefined;
  readonly folder?: string | undefined;
  readonly runningNumber?: number | undefined;
}

/** What placeholders can know of one picture of an assignment. */
export function placeholderContext(
  assignment: Assignment,
  { name, camera, pixels, folder, runningNumber }: PictureFacts,
  { today, identities }: Surroundings,
): PlaceholderContext {
  return {
    fileName: name,
    today,
    identities,
    assignment: assignment.name,
    facts: Object.fromEntries(assignment.facts.map((fact) => [fact.name, fact.value])),
    ...(camera?.camera ? { camera: camera.camera } : {}),
    ...(camera?.lens ? { lens: camera.lens } : {}),
    ...(pixels ? { width: pixels.width, height: pixels.height } : {}),
    ...(folder ? { folder } : {}),
    ...(runningNumber === undefined ? {} : { runningNumber }),
    ...(assignment.publishedOn ? { datePublished: assignment.publishedOn } : {}),
  };
}

/** The facts of a photo of the index; its number is its place in the assignment's order, from 1. */
export function photoFacts({
  name,
  record,
  place,
}: {
  name: string;
  record: { camera: CameraFacts; pixels: PictureFacts['pixels'] };
  place: number;
}): PictureFacts {
  return { name, camera: record.camera, pixels: record.pixels, runningNumber: place };
}

export function localToday(now = new Date()): string {
  const two = (value: number) => String(value).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
