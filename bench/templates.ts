// npm run bench:templates [-- --photos 10000]: resolving templates in force for many pictures, told with the cost a picture.
import { parseArgs } from 'node:util';
import { type FieldId, field, fieldIds, isList } from '../src/core/catalogue/fields';
import type { PlaceholderContext } from '../src/core/templates/placeholders';
import type { Values } from '../src/core/templates/resolution';
import { compileTemplates, resolve } from '../src/core/templates/resolve';
import type { Entry, Template } from '../src/core/templates/template';

const { values: asked } = parseArgs({ options: { photos: { type: 'string', default: '10000' } } });
const PICTURES = Number(asked.photos);
const ROUNDS = 5;
const PLACEHOLDERS = [
  '© {{ year taken }} Aune Pell',
  '{{ creator }}{[ / {{ credit line }}]}',
  '{{ event }}{[, {{ venue }}]}',
  '{{ date taken : d MMMM y }}',
  '{{ file name }} {{ running number : 4 }}',
];

/** 60 entries over three templates, 15 of them with placeholders. */
function inForce(): Template[] {
  const ids = fieldIds.filter(
    (id) => ['text', 'multiline', 'list'].includes(field(id).type) && id !== 'dateCreated',
  );
  const entries = Array.from({ length: 60 }, (_, i): Entry => {
    const id = ids[i % ids.length]!;
    const made = i % 4 === 3;
    const text = made ? PLACEHOLDERS[((i - 3) / 4) % PLACEHOLDERS.length]! : `Text ${i} of a template`;
    return {
      field: id,
      rule: isList(id) ? 'add' : id === 'description' ? 'after' : 'overwrite',
      texts: [text],
    };
  });
  return [0, 1, 2].map((third) => ({
    id: `t${third}`,
    name: `Template ${third}`,
    kind: 'standing',
    version: 1,
    entries: entries.slice(third * 20, third * 20 + 20),
  }));
}

function picture(index: number): { values: Values; context: PlaceholderContext } {
  const day = String(1 + (index % 28)).padStart(2, '0');
  return {
    values: {
      dateCreated: `2025-05-${day}T07:12:40`,
      description: `Caption number ${index}.`,
      keywords: ['boat', `word ${index % 50}`],
      creator: ['Aune Pell'],
    } as { [K in FieldId]?: string | string[] },
    context: {
      fileName: `kt24-${index}.jpg`,
      today: '2026-11-23',
      runningNumber: index + 1,
      facts: { event: 'Relaunch', venue: 'Pellvik yard' },
    },
  };
}

const templates = inForce();
const withTokens = templates
  .flatMap((one) => one.entries)
  .filter((one) => one.texts[0]!.includes('{{')).length;
const pictures = Array.from({ length: PICTURES }, (_, index) => picture(index));

function measured(run: () => number): number {
  const times = Array.from({ length: ROUNDS }, () => {
    const begun = performance.now();
    if (run() === 0) throw new Error('nothing was resolved');
    return performance.now() - begun;
  });
  return times.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!;
}

const once = measured(() => {
  const compiled = compileTemplates(templates);
  return pictures.reduce(
    (sum, { values, context }) => sum + resolve(compiled, values, context).changes.size,
    0,
  );
});
const everyTime = measured(() =>
  pictures
    .slice(0, PICTURES / 10)
    .reduce(
      (sum, { values, context }) => sum + resolve(compileTemplates(templates), values, context).changes.size,
      0,
    ),
);
const perPicture = (once / PICTURES) * 1000;
console.log(`60 entries, ${withTokens} with placeholders, ${PICTURES} pictures, median of ${ROUNDS}`);
console.log(`compiled once: ${once.toFixed(0)} ms, ${perPicture.toFixed(1)} µs a picture`);
console.log(`compiled for every picture: ${((everyTime / PICTURES) * 10_000).toFixed(1)} µs a picture`);
console.log(`ratio: ${(((everyTime / PICTURES) * 10_000) / perPicture).toFixed(1)}`);
