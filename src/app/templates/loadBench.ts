import type { Entry } from '@/core/templates/template';
import { contextFor } from '@/server/context';
import { type TemplateBench, templateBench } from '@/server/operations/templates/templateBench';

/** What the pages of templates need: pictures to try them on, those of the newest assignment that has some. */
export async function loadBench(entries: readonly Entry[]): Promise<TemplateBench> {
  return templateBench(contextFor('person'), { entries });
}
