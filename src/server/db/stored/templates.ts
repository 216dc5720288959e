import type { Entry, TemplateKind } from '../../../core/templates/template';

/** A template's page while it is written. */
export interface StoredTemplateDraft {
  readonly version: 1;
  /** The kept version that it began from. */
  readonly baseVersion: number;
  readonly name: string;
  readonly kind: TemplateKind;
  readonly entries: readonly Entry[];
  /** ISO 8601. */
  readonly savedAt: string;
}
