import type { Entry, TemplateKind } from '../../../core/templates/template';
import { storedShape } from './shape';

/** A template's page while it is written. */
export interface StoredTemplateDraft {
  /** The kept version that it began from. */
  readonly baseVersion: number;
  readonly name: string;
  readonly kind: TemplateKind;
  readonly entries: readonly Entry[];
  /** ISO 8601. */
  readonly savedAt: string;
}

export const templateDraftShape = storedShape<StoredTemplateDraft>('page of a template', [], {
  inline: true,
});
