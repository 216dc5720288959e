// npm run bench:checks [-- --photos 10000]: all rules of a list over many pictures, in the core.
import { parseArgs } from 'node:util';
import { ruleKey } from '../src/core/checks/checklist';
import { checkPicture } from '../src/core/checks/checkPicture';
import { type PictureFacts, type SetFacts, sharedCaptions } from '../src/core/checks/facts';
import { readyLists } from '../src/core/checks/ready';

const { values } = parseArgs({ options: { photos: { type: 'string', default: '10000' } } });
const pictures = Array.from({ length: Number(values.photos) }, (_, n): PictureFacts => {
  const description = `Two shipwrights bend plank ${n} to the frames.`;
  return {
    id: String(n),
    name: `kt26-${n}.jpg`,
    caption: description,
    broken: n % 50 === 0 ? ['city'] : [],
    file: { format: 'jpeg', pixels: { width: 6000, height: 4000 }, colour: { profile: 'sRGB', bits: 8 } },
    values: {
      creator: ['Aune Pell'],
      contactEmail: n % 40 === 0 ? 'aune at pell' : 'aune@pell.example',
      copyrightNotice: n % 30 === 0 ? '© Aune Pell' : '© 2026 Aune Pell',
      rightsStatus: 'in-copyright',
      usageTerms: 'Editorial use within the boatyard’s own publications; all else by agreement.',
      webStatement: 'https://tarnandtide.example/rights',
      description: `${description}\nAune Pell / Boat Trust`,
      keywords: ['ketch', 'boatyard', 'restoration', 'plank', 'shipwright', 'Havnes'],
      city: 'Havnes',
      country: 'Norway',
      dateCreated: `2026-05-14T07:12:${String(n % 60).padStart(2, '0')}`,
    },
  };
});
const people = Array.from({ length: 30 }, (_, n) => `Person ${n} Marr`);
const all = [
  ...new Map(readyLists.flatMap((list) => list.rules.map((rule) => [ruleKey(rule), rule] as const))).values(),
];
for (let round = 0; round < 3; round++) {
  const began = performance.now();
  const set: SetFacts = {
    today: '2026-05-20',
    people,
    unknownKeywords: new Set(['plank']),
    captions: sharedCaptions(pictures),
  };
  let failings = 0;
  for (const picture of pictures) for (const rule of all) failings += checkPicture(rule, picture, set).length;
  const took = performance.now() - began;
  console.log(
    `${pictures.length} pictures, ${all.length} rules: ${Math.round(took)} ms, ${failings} failings`,
  );
}
