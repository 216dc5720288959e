import { writtenFieldIds } from '../../../core/catalogue/fields';
import { recordSources } from '../../../core/drafts/disagreements';
import type { Scope } from '../../../core/drafts/scope';
import type { Writing } from '../../operations/drafts/writeDrafts';
import { schema } from '../body';
import { id, list, object, structure, text } from './parts';
import { scope } from './scope';

export const scoped = schema<{ scope: Scope }>(object({ scope }));

export const templatesInScope = schema<{ scope: Scope; templates: string[] }>(
  object({ scope, templates: list(id, 100) }),
);

export const writingStep = schema<{ writingId: string; undone: boolean }>(
  object({ writingId: id, undone: { type: 'boolean' } }),
);

const value = {
  anyOf: [text(32_000), list(text(2000), 2000), list(structure, 200), { type: 'null' }],
};

export const writing = schema<{ scope: Scope; writing: Writing }>(
  object({
    scope,
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
