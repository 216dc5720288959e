/** Bundles to begin with, in our own words; the vocabulary need not know their terms. */
export const readyBundles: readonly { readonly name: string; readonly terms: readonly string[] }[] = [
  { name: 'Portrait indoors', terms: ['portrait', 'one person', 'indoors', 'eye level'] },
  { name: 'Portrait outdoors', terms: ['portrait', 'one person', 'outdoors', 'daylight'] },
  { name: 'Group picture', terms: ['group portrait', 'small group', 'posing', 'looking at the camera'] },
  { name: 'Speech', terms: ['speaker', 'talking', 'stage', 'audience', 'conference'] },
  { name: 'Concert', terms: ['concert', 'musician', 'playing', 'stage', 'stage light'] },
  { name: 'Wedding', terms: ['wedding', 'couple', 'family', 'guest', 'joy'] },
  { name: 'At work', terms: ['working', 'worker', 'tool', 'concentration', 'workshop'] },
  { name: 'Old town', terms: ['old town', 'street', 'facade', 'architecture', 'city'] },
  { name: 'Coast', terms: ['coast', 'sea', 'waves', 'landscape', 'clouds'] },
  { name: 'Product on white', terms: ['product', 'studio', 'white background', 'copy space'] },
];
