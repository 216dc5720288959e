import { queryEndpoint } from '@/server/http/endpoint';
import { reviewQuery } from '@/server/http/shapes/upkeep';
import { yearReview } from '@/server/operations/upkeep/yearReview';

export const GET = queryEndpoint(reviewQuery)(({ context, query }) => yearReview(context, query.year));
