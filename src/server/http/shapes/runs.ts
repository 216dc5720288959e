import type { Scope } from '../../../core/drafts/scope';
import type { EmbedRequest } from '../../operations/runs/startEmbed';
import { schema } from '../body';
import { ids, object } from './parts';
import { scope } from './scope';

export const pausing = schema<{ paused: boolean }>(object({ paused: { type: 'boolean' } }));

export const settlement = schema<{ record: string; index: number; act: 'put-back' | 'leave' }>(
  object({
    record: { type: 'string', pattern: '^undo-[0-9a-f]{16}\\.bin$' },
    index: { type: 'integer', minimum: 0, maximum: 100_000 },
    act: { enum: ['put-back', 'leave'] },
  }),
);

/** Of a run some files; all without. */
export const undoRequest = schema<{ items?: string[] }>(object({ items: ids }, []));

const yes = { type: 'boolean' };
export const embedChoices = {
  replaceUnreadable: yes,
  breakProvenance: yes,
  loseJpeg: yes,
  asOf: { type: 'string', format: 'date-time' },
};
export const embedRequest = schema<
  { scope: Scope } & Pick<EmbedRequest, 'replaceUnreadable' | 'breakProvenance' | 'loseJpeg' | 'asOf'>
>(object({ scope, ...embedChoices }, ['scope']));
