/** A town of a gazetteer. */
export interface GazetteerTown {
  readonly name: string;
  /** Another name that it goes by. */
  readonly otherName?: string;
  /** ISO 3166-1, two letters. */
  readonly countryCode: string;
  /** Of the first-level division, as the gazetteer has it. */
  readonly regionCode: string;
  readonly population: number;
  /** Decimal degrees, north and east positive. */
  readonly latitude: number;
  readonly longitude: number;
}

/** A town by index, with what the search needs of its names. */
interface IndexedTown {
  readonly town: GazetteerTown;
  readonly words: readonly string[];
}

export type Gazetteer = readonly IndexedTown[];

/** Lower case without accents; letters that have no accent form are put as people type them (common practice). */
export function foldedName(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[øðđłæœßþı]/g, (sign) => plain[sign] ?? sign)
    .replace(/[’'`-]/g, ' ')
    .trim();
}
const plain: Readonly<Record<string, string>> = {
  ø: 'o',
  ð: 'd',
  đ: 'd',
  ł: 'l',
  æ: 'ae',
  œ: 'oe',
  ß: 'ss',
  þ: 'th',
  ı: 'i',
};

/** Makes towns ready to be searched: the bigger one first. */
export function indexTowns(towns: readonly GazetteerTown[]): Gazetteer {
  return [...towns]
    .sort((a, b) => b.population - a.population)
    .map((town) => ({
      town,
      words: [town.name, ...(town.otherName ? [town.otherName] : [])].map(foldedName),
    }));
}

/** Towns whose name, or a word of it, begins with what is typed: whole names first, then the bigger ones. */
export function townsNamed(gazetteer: Gazetteer, typed: string, most: number): GazetteerTown[] {
  const wanted = foldedName(typed);
  if (wanted === '') return [];
  const whole: GazetteerTown[] = [];
  const begins: GazetteerTown[] = [];
  const inside: GazetteerTown[] = [];
  for (const { town, words } of gazetteer) {
    if (words.some((one) => one === wanted)) whole.push(town);
    else if (words.some((one) => one.startsWith(wanted))) begins.push(town);
    else if (inside.length < most && words.some((one) => one.includes(` ${wanted}`))) inside.push(town);
    if (whole.length >= most) break;
  }
  return [...whole, ...begins, ...inside].slice(0, most);
}

const EARTH_RADIUS_KM = 6371;
const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Great-circle distance in kilometres (haversine formula, on a sphere of 6,371 km). */
export function distanceKm(
  from: Pick<GazetteerTown, 'latitude' | 'longitude'>,
  to: Pick<GazetteerTown, 'latitude' | 'longitude'>,
): number {
  const [dLat, dLon] = [radians(to.latitude - from.latitude), radians(to.longitude - from.longitude)];
  const half =
    Math.sin(dLat / 2) ** 2 +
    Math.cos(radians(from.latitude)) * Math.cos(radians(to.latitude)) * Math.sin(dLon / 2) ** 2;
  return 2 * EARTH_RADIUS_KM * Math.asin(Math.min(1, Math.sqrt(half)));
}

/** The towns nearest to a position, with their distance in kilometres. */
export function townsNear(
  gazetteer: Gazetteer,
  position: { readonly latitude: number; readonly longitude: number },
  most: number,
): { readonly town: GazetteerTown; readonly km: number }[] {
  return gazetteer
    .map(({ town }) => ({ town, km: distanceKm(position, town) }))
    .sort((a, b) => a.km - b.km)
    .slice(0, most);
}
