import type { SuggestionReason } from '@/core/keywords/suggest';
import { counted } from '@/core/wording/counts';

/** Why a word is offered, behind it. */
export function reasonWords(reason: SuggestionReason): string {
  switch (reason.by) {
    case 'text':
      return 'in the words';
    case 'place':
      return 'place';
    case 'person':
      return 'person';
    case 'company':
      return `often with ${reason.of}`;
    case 'broader':
      return `above ${reason.of}`;
    case 'frequent':
      return `on ${counted(reason.pictures, 'picture')} here`;
    case 'recent':
      return 'recent';
  }
}
