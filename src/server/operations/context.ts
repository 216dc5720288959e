import type { PlaceholderContext } from '../../core/templates/placeholders';
import type { Assignment } from './assignments';

/** What placeholders can know of one picture of an assignment. `today` is the local day, ISO. */
export function placeholderContext(
  assignment: Assignment,
  picture: { name: string; camera?: string | undefined; runningNumber?: number },
  today: string,
): PlaceholderContext {
  return {
    fileName: picture.name,
    today,
    assignment: assignment.name,
    facts: Object.fromEntries(assignment.facts.map((fact) => [fact.name, fact.value])),
    ...(picture.camera ? { camera: picture.camera } : {}),
    ...(picture.runningNumber === undefined ? {} : { runningNumber: picture.runningNumber }),
    ...(assignment.publishedOn ? { datePublished: assignment.publishedOn } : {}),
  };
}

export function localToday(now = new Date()): string {
  const two = (value: number) => String(value).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
