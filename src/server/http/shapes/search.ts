import { writtenFieldIds } from '../../../core/catalogue/fields';
import { MOST_CONDITIONS, MOST_PICKED, MOST_TEXT } from '../../../core/search/condition';
import type { AskedSearch } from '../../operations/search/askedSearch';
import type { FoundWriting } from '../../operations/search/writeFound';
import { schema } from '../body';
import { fieldValue } from './drafts';
import { id, list, object, text } from './parts';

const asked = { words: text(MOST_TEXT), where: list(text(MOST_TEXT), MOST_CONDITIONS) };

export const search = schema<AskedSearch & { readonly from: number }>(
  object({ ...asked, from: { type: 'integer', minimum: 0, maximum: 1_000_000 } }),
);
/** For a gathering. */
export const gatheredSearch = schema<AskedSearch & { readonly name: string }>(
  object({ ...asked, only: list(id, MOST_PICKED), name: text(120) }, ['words', 'where', 'name']),
);
/** To be saved. */
export const namedSearch = schema<AskedSearch & { readonly name: string }>(
  object({ ...asked, name: text(120) }),
);

/** An act on all pictures that are found; `pictures`: how many the person was shown. */
export const foundWriting = schema<
  AskedSearch & {
    readonly writing: FoundWriting;
    readonly pictures: number;
    readonly confirmed?: boolean;
  }
>(
  object(
    {
      ...asked,
      only: list(id, MOST_PICKED),
      writing: {
        oneOf: [
          object({ kind: { const: 'set' }, field: { enum: writtenFieldIds }, value: fieldValue }),
          object({
            kind: { const: 'replace-text' },
            field: { enum: writtenFieldIds },
            from: text(500),
            to: text(2000),
          }),
          object({
            kind: { enum: ['add-keywords', 'remove-keywords', 'add-people', 'remove-people'] },
            terms: list(text(2000), 2000),
          }),
        ],
      },
      pictures: { type: 'integer', minimum: 1, maximum: 10_000_000 },
      confirmed: { type: 'boolean' },
    },
    ['words', 'where', 'writing', 'pictures'],
  ),
);

export const foundStep = schema<{
  readonly steps: readonly { readonly assignmentId: string; readonly writingId: string }[];
  readonly undone: boolean;
}>(object({ steps: list(object({ assignmentId: id, writingId: id }), 10_000), undone: { type: 'boolean' } }));
