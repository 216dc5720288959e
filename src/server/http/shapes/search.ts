import { writtenFieldIds } from '../../../core/catalogue/fields';
import { MOST_CONDITIONS, MOST_PICKED, MOST_TEXT } from '../../../core/search/condition';
import type { EmbedRequest } from '../../operations/runs/startEmbed';
import type { AskedSearch } from '../../operations/search/askedSearch';
import type { FoundDelivery } from '../../operations/search/deliverFound';
import type { FoundSet } from '../../operations/search/foundSet';
import type { FoundWriting } from '../../operations/search/writeFound';
import { schema } from '../body';
import { fieldValue } from './drafts';
import { id, list, object, text } from './parts';
import { embedChoices } from './runs';

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

export const searchChange = schema<{ readonly isRemoved?: boolean }>(
  object({ isRemoved: { type: 'boolean' } }, []),
);

/** All pictures that are found; `pictures`: how many the person was shown. */
const set = {
  ...asked,
  only: list(id, MOST_PICKED),
  pictures: { type: 'integer', minimum: 1, maximum: 10_000_000 },
};
const needed = ['words', 'where', 'pictures'] as const;

export const foundSet = schema<FoundSet>(object(set, [...needed]));
/** Of one assignment. */
export const foundInAssignment = schema<AskedSearch & { readonly assignmentId: string }>(
  object({ ...asked, only: set.only, assignmentId: id }, ['words', 'where', 'assignmentId']),
);
export const foundEmbedding = schema<FoundSet & EmbedRequest>(
  object({ ...set, ...embedChoices }, [...needed, 'asOf']),
);
export const foundDelivery = schema<FoundDelivery>(
  object({ ...set, deliveryPlanId: id, holdsBack: { type: 'boolean' } }, [
    ...needed,
    'deliveryPlanId',
    'holdsBack',
  ]),
);

export const foundWriting = schema<
  FoundSet & { readonly writing: FoundWriting; readonly confirmed?: boolean }
>(
  object(
    {
      ...set,
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
      confirmed: { type: 'boolean' },
    },
    [...needed, 'writing'],
  ),
);

export const foundStep = schema<{
  readonly steps: readonly { readonly assignmentId: string; readonly writingId: string }[];
  readonly undone: boolean;
}>(object({ steps: list(object({ assignmentId: id, writingId: id }), 10_000), undone: { type: 'boolean' } }));
