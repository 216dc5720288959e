import type { Entry } from '@/core/templates/template';
import { contextFor } from '@/server/context';
import { type TemplatePreview, templatePreview } from '@/server/operations/templates/templatePreview';

/** What the pages of templates need: pictures to try them on, those of the newest assignment that has some. */
export async function loadPreview(entries: readonly Entry[]): Promise<TemplatePreview> {
  return templatePreview(contextFor('person'), { entries });
}
