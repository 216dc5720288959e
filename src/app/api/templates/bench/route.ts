import { endpoint } from '@/server/http/endpoint';
import { benchWish } from '@/server/http/shapes/templates';
import { templateBench } from '@/server/operations/templates/templateBench';

/** Entries tried on the pictures of an assignment: samples, and what lacks a value. Nothing is written. */
export const POST = endpoint(async ({ context, body }) => templateBench(context, await body(benchWish)));
