import { createRequire } from 'node:module';
import countries from 'i18n-iso-countries';
import { type GazetteerTown, indexTowns, townsNamed, townsNear } from '../../core/places/gazetteer';
import { readRegions, readTowns } from './towns';

/** What a thread is asked: by letters, or by a position. */
export type PlaceQuestion =
  | { readonly typed: string; readonly most: number }
  | { readonly latitude: number; readonly longitude: number; readonly most: number };

/** A town as it goes into the fields of a picture. */
export interface FoundPlace {
  readonly city: string;
  /** '' where its region has no name in the gazetteer. */
  readonly region: string;
  readonly country: string;
  /** ISO 3166-1, three letters, as Country Code takes it. */
  readonly countryCode: string;
  readonly latitude: number;
  readonly longitude: number;
  readonly population: number;
  /** From the position that was asked for. */
  readonly km?: number;
}

// A thread is a plain module: Node takes JSON this way.
countries.registerLocale(createRequire(import.meta.url)('i18n-iso-countries/langs/en.json'));
const regions = readRegions();
const gazetteer = indexTowns(readTowns());

/** The work of a thread (Piscina): the gazetteer is held by it and goes with it. */
export default function findPlaces(question: PlaceQuestion): FoundPlace[] {
  if ('typed' in question)
    return townsNamed(gazetteer, question.typed, question.most).map((one) => placeOf(one));
  return townsNear(gazetteer, question, question.most).map(({ town, km }) => placeOf(town, km));
}

function placeOf(town: GazetteerTown, km?: number): FoundPlace {
  return {
    city: town.name,
    region: regions.get(`${town.countryCode}.${town.regionCode}`) ?? '',
    country: countries.getName(town.countryCode, 'en') ?? '',
    countryCode: countries.alpha2ToAlpha3(town.countryCode) ?? '',
    latitude: town.latitude,
    longitude: town.longitude,
    population: town.population,
    ...(km === undefined ? {} : { km: Math.round(km * 10) / 10 }),
  };
}
