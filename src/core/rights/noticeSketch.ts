import { replacePlaceholders } from '../templates/grammar';

/** A notice with its placeholders filled in by a year or a name: what of the three elements it will have. */
export function noticeSketch(notice: string): string {
  return replacePlaceholders(notice, (inside) =>
    /^\s{0,8}(?:this )?(?:year|date)\b/i.test(inside) ? '2026' : 'Name',
  );
}
