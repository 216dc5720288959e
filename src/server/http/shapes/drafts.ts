import { writtenFieldIds } from '../../../core/catalogue/fields';
import { recordSources } from '../../../core/drafts/disagreements';
import type { Writing } from '../../operations/drafts/writeDrafts';
import { schema } from '../body';
import { id, ids, list, object, structure, text } from './parts';

export const photoSelection = schema<{ photoIds?: string[] }>(object({ photoIds: ids }, []));

export const photoIds = schema<{ photoIds: string[] }>(object({ photoIds: ids }));

export const templatesOnPhotos = schema<{ photoIds: string[]; templates: string[] }>(
  object({ photoIds: ids, templates: list(id, 100) }),
);

export const writingStep = schema<{ writingId: string; undone: boolean }>(
  object({ writingId: id, undone: { type: 'boolean' } }),
);

const value = {
  anyOf: [text(32_000), list(text(2000), 2000), list(structure, 200), { type: 'null' }],
};

export const writing = schema<{ photoIds: string[]; writing: Writing }>(
  object({
    photoIds: ids,
    writing: {
      oneOf: [
        object({ kind: { const: 'set' }, field: { enum: writtenFieldIds }, value }),
        object({ kind: { const: 'caption' }, text: text(32_000), met: list(text(32_000), 200) }, [
          'kind',
          'text',
        ]),
        object({ kind: { enum: ['add-keywords', 'remove-keywords'] }, terms: list(text(2000), 2000) }),
        object({ kind: { const: 'put-templates' }, templates: list(id, 100) }, ['kind']),
        object({ kind: { const: 'discard' } }),
        object({
          kind: { const: 'settle' },
          choices: list(object({ field: { enum: writtenFieldIds }, source: { enum: recordSources } }), 200),
        }),
      ],
    },
  }),
);
