import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { benchWish } from '@/server/http/shapes';
import { templateBench } from '@/server/operations/templates/templateBench';

/** Entries tried on the pictures of an assignment: samples, and what lacks a value. Nothing is written. */
export const POST = endpoint(async ({ db, request }) => templateBench(db, await body(request, benchWish)));
