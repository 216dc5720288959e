import { placesNamed, placesNear } from '@/server/gazetteer/findPlaces';
import { endpoint } from '@/server/http/endpoint';
import { placeQuery } from '@/server/http/shapes/describe';

/** Towns of the gazetteer: by first letters, or nearest to a position. */
export const GET = endpoint(async ({ query }) => {
  const { typed = '', latitude, longitude } = query(placeQuery);
  if (latitude !== undefined && longitude !== undefined) return placesNear(latitude, longitude);
  return typed.trim() === '' ? [] : placesNamed(typed);
});
