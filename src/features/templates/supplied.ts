import type { FieldId } from '@/core/catalogue/fields';
import type { FieldValue } from '@/core/catalogue/value';
import { noticeSketch } from '@/core/rights/noticeSketch';
import type { Entry } from '@/core/templates/template';
import { type Strip, stripOf } from '@/core/threads/stroke';

/**
 * What a template supplies, for its strip: its strokes are outlined. Placeholders count as filled, a
 * sign-off is no caption.
 */
export function suppliedStrip(entries: readonly Entry[]): Strip {
  return stripOf({ file: {}, drafts: supplied(entries) });
}

function supplied(entries: readonly Entry[]): { [K in FieldId]?: FieldValue } {
  const gives = (entry: Entry) =>
    entry.rule !== 'erase' &&
    entry.rule !== 'remove' &&
    !(entry.field === 'description' && entry.rule === 'after');
  return Object.fromEntries(
    entries
      .filter(gives)
      .map((entry) => [entry.field, entry.structures ?? entry.texts.map(noticeSketch).join(' ')]),
  );
}
