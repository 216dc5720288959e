import { counted } from '@/core/wording/counts';
import type { VocabularyActSummary } from '@/server/db/stored/vocabulary';

/** "renaming “ketch”": an act on the vocabulary, behind Undo and Redo. */
export function actWords({ kind, terms, spelling }: VocabularyActSummary): string {
  const what = terms === 1 ? `“${spelling}”` : counted(terms, 'term');
  switch (kind) {
    case 'add':
      return `adding ${what}`;
    case 'edit':
      return `changing “${spelling}”`;
    case 'move':
      return `moving ${what}`;
    case 'join':
      return `joining into “${spelling}”`;
    case 'split':
      return `splitting “${spelling}”`;
    case 'state':
      return `the state of ${what}`;
    case 'remove':
      return `removing ${what}`;
    case 'take-in':
      return `taking in ${counted(terms, 'term')}`;
  }
}
