/** How many pictures were taken in a part of the earth, by its middle in decimal degrees. */
export interface PlaceCount {
  readonly latitude: number;
  readonly longitude: number;
  readonly pictures: number;
}

const EARTH_KM = 6371;
const rad = (degrees: number) => (degrees * Math.PI) / 180;

/** The distance on a sphere in km (haversine). */
export function distanceKm(
  a: Pick<PlaceCount, 'latitude' | 'longitude'>,
  b: Pick<PlaceCount, 'latitude' | 'longitude'>,
): number {
  const half = (from: number, to: number) => Math.sin(rad(to - from) / 2) ** 2;
  const part =
    half(a.latitude, b.latitude) +
    Math.cos(rad(a.latitude)) * Math.cos(rad(b.latitude)) * half(a.longitude, b.longitude);
  return 2 * EARTH_KM * Math.asin(Math.sqrt(Math.min(1, part)));
}
