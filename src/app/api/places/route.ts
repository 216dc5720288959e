import { placesNamed, placesNear } from '@/server/gazetteer/findPlaces';
import { queryEndpoint } from '@/server/http/endpoint';
import { placeQuery } from '@/server/http/shapes/describe';

/** Towns of the gazetteer: by first letters, or nearest to a position. */
export const GET = queryEndpoint(placeQuery)(async ({ query }) => {
  const { typed = '', latitude, longitude } = query;
  if (latitude !== undefined && longitude !== undefined) return placesNear(latitude, longitude);
  return typed.trim() === '' ? [] : placesNamed(typed);
});
