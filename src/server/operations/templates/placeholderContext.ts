import type { CameraFacts } from '../../../core/embed/camera';
import type { Identities, PlaceholderContext } from '../../../core/templates/placeholders';
import { isoDay } from '../../../core/wording/formatDate';
import type { Assignment } from '../assignments/assignments';

/** What is the same for every picture of the installation. */
export interface InstallationContext {
  /** The local day, ISO. */
  readonly today: string;
  readonly identities: Identities;
  /** What one's details were before, newest first. */
  readonly formerIdentities: readonly Identities[];
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
  { today, identities, formerIdentities }: InstallationContext,
): PlaceholderContext {
  return {
    fileName: name,
    today,
    identities,
    formerIdentities,
    assignment: assignment.name,
    facts: {
      ...Object.fromEntries(
        assignment.people.flatMap(({ number, name }) => (number ? [[`person ${number}`, name]] : [])),
      ),
      ...Object.fromEntries(assignment.facts.map((fact) => [fact.name, fact.value])),
    },
    ...(camera?.camera ? { camera: camera.camera } : {}),
    ...(camera?.lens ? { lens: camera.lens } : {}),
    ...(pixels ? { width: pixels.width, height: pixels.height } : {}),
    ...(folder ? { folder } : {}),
    ...(runningNumber === undefined ? {} : { runningNumber }),
    ...(assignment.publishedOn ? { datePublished: assignment.publishedOn } : {}),
  };
}

/** A picture on its way in, at its place among those that come with it. */
export interface IncomingPicture extends Pick<PictureFacts, 'camera' | 'pixels'> {
  /** Inside the source, with "/" between the parts. */
  readonly relativePath: string;
  /** From 0. */
  readonly position: number;
}

/**
 * Collects the values that placeholders take from a picture on its way in: the page that shows what will come and the run that
 * brings it in ask here. Running numbers go on behind the places that were given before.
 */
export function incomingContext(
  assignment: Assignment,
  { relativePath, position, camera, pixels }: IncomingPicture,
  installation: InstallationContext,
  lastPosition: number,
): PlaceholderContext {
  const parts = relativePath.split('/');
  const facts = {
    name: parts.at(-1)!,
    camera,
    pixels,
    folder: parts.at(-2),
    runningNumber: lastPosition + position + 1,
  };
  return placeholderContext(assignment, facts, installation);
}

/** The facts of a photo of the index; its number is its place in the assignment's order, from 1. */
export function photoFacts({
  name,
  record,
  place,
  folder,
}: {
  name: string;
  /** Name of the folder that the file lies in; '' at the top. */
  folder: string;
  record: { camera: CameraFacts; pixels: PictureFacts['pixels'] };
  place: number;
}): PictureFacts {
  return { name, camera: record.camera, pixels: record.pixels, runningNumber: place, folder };
}

/** The moment with the zone of this machine, as XMP takes it (ISO 16684-1, 8.2.2.1): whole seconds. */
export function localNow(now: Date): string {
  const two = (value: number) => String(value).padStart(2, '0');
  const offset = -now.getTimezoneOffset();
  const zone = `${offset < 0 ? '-' : '+'}${two(Math.floor(Math.abs(offset) / 60))}:${two(Math.abs(offset) % 60)}`;
  const clock = [now.getHours(), now.getMinutes(), now.getSeconds()].map(two).join(':');
  return `${isoDay(now)}T${clock}${zone}`;
}
