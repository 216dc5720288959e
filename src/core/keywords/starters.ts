import type { ForeignTerm, ForeignVocabulary } from './vocabulary/exchange';

/*
 * Ready vocabularies for general work, in our own words. Each line is a heading and its terms; a term may have
 * terms under it in brackets, and synonyms behind an equals sign.
 */
const lists = {
  people: [
    'number of people: nobody = no people, one person = single person, two people = pair, three people, small group (four people, five people), large group, crowd',
    'age: baby, toddler, child, teenager = adolescent, young adult, adult, middle-aged, old person = senior',
    'role: guest, host, visitor, worker, apprentice, volunteer, teacher, pupil, musician, speaker, audience, passer-by, family (mother, father, parents, grandparents, siblings), couple, friends, colleagues, team',
    'doing: standing, sitting, walking, running, lying, talking, listening, laughing, eating, drinking, reading, writing, working, playing, dancing, singing, waiting, resting, embracing, shaking hands, applauding',
    'expression: smile, laughter, concentration, surprise, joy, sadness, calm, tiredness, pride',
    'clothing: work clothes, formal wear, sportswear, traditional dress, uniform, apron, hat, helmet, spectacles, gloves',
  ],
  'places and buildings': [
    'kind of place: city (city centre, suburb, old town), town, village, countryside = rural, coast (beach, cliff, harbour = port, pier = jetty), island, mountain (summit, valley, pass), forest = woodland (clearing), river (river bank, bridge), lake, desert, field (meadow, crop field), park, garden',
    'building: house, apartment building = block of flats, skyscraper, church, castle, factory, workshop, warehouse, barn, shop, market hall, station, airport, school, university, library, museum, theatre, hospital, hotel, restaurant, café, stadium, lighthouse, tower',
    'part of a building: facade, roof, window, door, staircase = stairs, corridor, courtyard, balcony, ceiling, floor, wall',
    'where one stands: indoors, outdoors, street, square, path, stage, kitchen, office, studio, platform, deck',
  ],
  'season, weather, light': [
    'season: spring, summer, autumn = fall, winter',
    'time of day: dawn = daybreak, sunrise, morning, noon, afternoon, dusk = twilight, sunset, evening, night',
    'weather: sunshine, clear sky, cloudy, overcast, rain, drizzle, snow, hail, fog = mist, wind, storm, thunderstorm, rainbow, frost, heat haze',
    'light: daylight, direct light, diffuse light, backlight = contre-jour, side light, candlelight, lamplight, stage light, neon light, moonlight, reflection, shadow, silhouette, high contrast, low contrast',
    'sky and water: blue sky, clouds, stars, waves, calm water, spray, ice, puddle',
  ],
  'viewpoint and picture': [
    'distance: close-up, detail, half-length, full-length, wide view, panorama',
    'viewpoint: eye level, from above = bird’s-eye view, from below, aerial = from the air, from behind, profile, frontal, over the shoulder',
    'kind of picture: portrait, group portrait, landscape, still life, architecture, reportage, product, event, sport, wildlife, abstract',
    'form: horizontal, vertical, square, black and white = monochrome, colour, copy space, symmetry, diagonal, pattern, texture, motion blur, shallow depth of field, long exposure',
    'colours: red, orange, yellow, green, turquoise, blue, purple, pink, brown, beige, grey = gray, black, white, gold, silver, pastel, colourful',
  ],
  'things and subjects': [
    'work and craft: tool (hammer, saw, plane, chisel, brush, needle), machine, material (wood, metal, stone, glass, textile, paper, leather, rope), repair, building work, cleaning, packing, planning',
    'traffic: car, bus, lorry = truck, bicycle, motorcycle, train, tram, aeroplane = airplane, boat (rowing boat, sailing boat, motorboat), ship, ferry, road, crossing, traffic sign',
    'food and drink: bread, fruit, vegetables, meat, fish, cheese, cake, coffee, tea, water, wine, beer, breakfast, lunch, dinner, picnic',
    'animals: dog, cat, horse, cow, sheep, pig, chicken, bird (gull, duck, swan, crow), insect, wild animal',
    'plants: tree, flower, leaf, grass, moss, mushroom, fruit tree, hedge',
    'occasions: wedding, birthday, baptism, funeral, concert, exhibition, opening, award, meeting, conference, demonstration, market, fair, parade, competition, training, graduation, anniversary, launch',
    'ideas: beginning, ending, cooperation, tradition, change, movement, silence, freedom, safety, risk, success, patience, care, memory, contrast',
  ],
} as const satisfies Readonly<Record<string, readonly string[]>>;

export type StarterName = keyof typeof lists;
export const starterNames = Object.keys(lists) as StarterName[];

/** The terms of a ready vocabulary; its headings group them and are never written. */
export function starterTerms(name: StarterName): ForeignVocabulary {
  const terms: ForeignTerm[] = [];
  const add = (text: string, broader: number | undefined, isHeading = false): number => {
    const [spelling, ...synonyms] = text.split('=').map((word) => word.trim());
    terms.push({
      spelling: spelling!,
      synonyms,
      languages: {},
      ...(broader === undefined ? {} : { broader }),
      ...(isHeading ? { state: 'heading' } : {}),
    });
    return terms.length - 1;
  };
  for (const line of lists[name]) {
    const [heading, rest] = line.split(/: (.*)/) as [string, string];
    const top = add(heading, undefined, true);
    // A term with terms under it in brackets, or a term alone.
    for (const [, word, under] of rest.matchAll(/\s*([^,()]+)(?:\(([^)]*)\))?(?:,|$)/g)) {
      const at = add(word!.trim(), top);
      for (const one of under?.split(',') ?? []) add(one.trim(), at);
    }
  }
  return { terms, leftOut: [] };
}
