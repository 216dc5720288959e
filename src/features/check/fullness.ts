import type { FieldId } from '@/core/catalogue/fields';
import { fieldIds } from '@/core/catalogue/fields';
import { asText, isEmpty } from '@/core/catalogue/value';
import type { PictureFacts } from '@/core/checks/facts';
import { countStrips, type Strip } from '@/core/threads/stroke';
import { threads } from '@/core/threads/threads';

/** How many pictures of a set carry a thread in the file, only written here, or not at all. */
export interface ThreadFullness {
  readonly thread: string;
  readonly inFile: number;
  readonly written: number;
  readonly empty: number;
}

export function threadFullness(strips: readonly Strip[]): ThreadFullness[] {
  const counts = countStrips(strips);
  return threads.map(({ id }) => {
    const { solid, changed, outlined, foot, broken } = counts[id];
    return { thread: id, inFile: solid + broken, written: outlined + changed, empty: foot };
  });
}

/** In how many pictures a field is filled; fields that no picture has are left out. */
export function fieldFullness(pictures: readonly PictureFacts[]): { field: FieldId; filled: number }[] {
  const counts = new Map<string, number>();
  for (const { values } of pictures)
    for (const [id, value] of Object.entries(values))
      if (!isEmpty(value)) counts.set(id, (counts.get(id) ?? 0) + 1);
  return fieldIds.flatMap((field) => {
    const filled = counts.get(field);
    return filled ? [{ field, filled }] : [];
  });
}

/** Days, months or years in which pictures were taken, the first one first, with how many of them are ready. */
export interface TimeFullness {
  readonly time: string;
  readonly pictures: number;
  readonly ready: number;
}

const MOST_STEPS = 40;

/** By day, as long as there are no more than forty, else by month, else by year. Pictures without a date are the last. */
export function timeFullness(pictures: readonly PictureFacts[], ready: ReadonlySet<string>): TimeFullness[] {
  for (const length of [10, 7, 4]) {
    const steps = new Map<string, { pictures: number; ready: number }>();
    for (const { id, values } of pictures) {
      const time = asText(values.dateCreated).slice(0, length) || NO_DATE;
      const held = steps.get(time) ?? { pictures: 0, ready: 0 };
      held.pictures++;
      if (ready.has(id)) held.ready++;
      steps.set(time, held);
    }
    if (steps.size <= MOST_STEPS || length === 4)
      return [...steps].map(([time, counts]) => ({ time, ...counts })).sort((a, b) => order(a.time, b.time));
  }
  return [];
}

const NO_DATE = 'no date';
const order = (a: string, b: string) => Number(a === NO_DATE) - Number(b === NO_DATE) || (a < b ? -1 : 1);
