import type { PictureFacts, SetFacts } from './facts';

/** Pictures for the tests of rules. */
export const picture = (values: PictureFacts['values'], more: Partial<PictureFacts> = {}): PictureFacts => ({
  id: 'one',
  name: 'kt26-0401.jpg',
  values,
  caption: typeof values.description === 'string' ? values.description : '',
  broken: [],
  file: { format: 'jpeg', pixels: { width: 6000, height: 4000 }, colour: { profile: 'sRGB', bits: 8 } },
  ...more,
});

export const beside: SetFacts = {
  today: '2026-05-20',
  people: ['Ivo Brandt', 'Sefa Marr'],
  unknownKeywords: new Set(['ktch']),
  captions: new Map(),
};
