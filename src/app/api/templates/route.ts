import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { newTemplate } from '@/server/http/shapes';
import { createTemplate, listTemplates } from '@/server/operations/templates';

export const GET = endpoint(({ db }) => listTemplates(db));
export const POST = endpoint(async ({ db, request }) => createTemplate(db, await body(request, newTemplate)));
