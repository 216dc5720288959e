import { endpoint } from '@/server/http/endpoint';
import { templateIdsBody } from '@/server/http/shapes/upkeep';
import { replaceHardCodedYears } from '@/server/operations/upkeep/replaceHardCodedYears';

/** Replaces hard-coded years in templates with the year taken. */
export const POST = endpoint(async ({ context, body }) =>
  replaceHardCodedYears(context, (await body(templateIdsBody)).templateIds),
);
