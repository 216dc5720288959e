import { fieldLabel } from '@/core/catalogue/fields';
import { counted } from '@/core/wording/counts';
import type { WritingSummary } from '@/server/db/stored/drafts';

const NAMED = 2;

/** "caption in 3 pictures": an act of writing, behind Undo and Redo. */
export function writingWords({ kind, field, templates = [], pictures }: WritingSummary): string {
  const where = counted(pictures, 'picture');
  switch (kind) {
    case 'caption':
      return `caption in ${where}`;
    case 'credits-line':
      return `credits under captions in ${where}`;
    case 'add-keywords':
    case 'remove-keywords':
    case 'replace-keywords':
      return `keywords in ${where}`;
    case 'keyword-paths':
      return `keyword paths in ${where}`;
    case 'add-people':
    case 'remove-people':
      return `people in ${where}`;
    case 'set':
    case 'set-fields':
    case 'cells':
    case 'compose':
    case 'replace-text':
      return `${field ? fieldLabel(field) : 'values'} in ${where}`;
    case 'settle':
      return `disagreements in ${where}`;
    case 'does-not-apply':
      return `“does not apply” of ${where}`;
    case 'discard':
      return `discarding drafts of ${where}`;
    case 'put-templates':
      return `${templates.length > 0 && templates.length <= NAMED ? templates.map((one) => `“${one.name}”`).join(', ') : 'templates'} in ${where}`;
  }
}
