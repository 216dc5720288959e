import { type StarterName, starterNames } from '../../../core/keywords/starters';
import { termLimits } from '../../../core/keywords/vocabulary/term';
import type { AskedAct } from '../../operations/vocabulary/askedAct';
import type { BundleText } from '../../operations/vocabulary/bundles';
import type { CarryThrough } from '../../operations/vocabulary/carryThrough';
import { type VocabularyFormat, vocabularyFormats } from '../../operations/vocabulary/parseVocabulary';
import { schema } from '../body';
import { querySchema } from '../query';
import { id, list, nullable, object, text } from './parts';

const word = text(termLimits.spelling);
const words = list(word, termLimits.words);
const languages = {
  type: 'object',
  propertyNames: { pattern: '^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$', maxLength: 40 },
  additionalProperties: words,
  maxProperties: termLimits.languages,
};
const note = text(termLimits.note);
const state = { enum: ['used', 'retired', 'heading'] };
const someIds = list(id, 10_000);

export const vocabularyAct = schema<AskedAct>({
  oneOf: [
    object({
      kind: { const: 'add' },
      terms: list(object({ id, spelling: word, broader: id }, ['id', 'spelling']), 1000),
    }),
    object(
      {
        kind: { const: 'edit' },
        id,
        edit: object({ spelling: word, synonyms: words, languages, note, state }, []),
        keepsOld: { type: 'boolean' },
      },
      ['kind', 'id', 'edit'],
    ),
    object({ kind: { const: 'move' }, ids: someIds, broader: nullable(id) }),
    object({ kind: { const: 'state' }, ids: someIds, state }),
    object({ kind: { const: 'join' }, ids: someIds, into: id }),
    object({ kind: { const: 'split' }, id, into: list(object({ id, spelling: word }), 50) }),
    object({ kind: { const: 'remove' }, ids: someIds }),
  ],
});

export const vocabularyStep = schema<{ id: string; undone: boolean }>(
  object({ id, undone: { type: 'boolean' } }),
);

const keywords = list(text(2000), 200);

export const carried = schema<CarryThrough>(
  object({ from: keywords, to: keywords, assignments: list(id, 10_000) }, ['from', 'to']),
);
export const carriedWords = schema<{ words: string[]; except?: string }>(
  object({ words: keywords, except: text(2000) }, ['words']),
);
export const entered = schema<{ words: string[] }>(object({ words: list(text(2000), 500) }));
export const apart = schema<{ one: string; other: string }>(object({ one: text(2000), other: text(2000) }));
const bundleText = { name: text(120), terms: list(text(2000), 500) };
export const bundle = schema<BundleText>(object(bundleText));
export const bundleChange = schema<Partial<BundleText>>(object(bundleText, []));

export const typedQuery = querySchema<{ typed: string }>({ typed: text(200) }, ['typed']);
export const formatQuery = querySchema<{ format: VocabularyFormat }>(
  { format: { enum: vocabularyFormats } },
  ['format'],
);
export const takeInQuery = querySchema<{ format: VocabularyFormat; done: boolean }>(
  { format: { enum: vocabularyFormats }, done: { type: 'boolean', default: false } },
  ['format'],
);
export const starterQuery = querySchema<{ name: StarterName; done: boolean }>(
  { name: { enum: starterNames }, done: { type: 'boolean', default: false } },
  ['name'],
);
