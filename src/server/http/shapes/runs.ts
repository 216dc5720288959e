import type { EmbedRequest } from '../../operations/runs/startEmbed';
import { schema } from '../body';
import { ids, object } from './parts';

export const pausing = schema<{ paused: boolean }>(object({ paused: { type: 'boolean' } }));

export const settlement = schema<{ record: string; index: number; act: 'put-back' | 'leave' }>(
  object({
    record: { type: 'string', pattern: '^undo-[0-9a-f]{16}\\.bin$' },
    index: { type: 'integer', minimum: 0, maximum: 100_000 },
    act: { enum: ['put-back', 'leave'] },
  }),
);

export const embedRequest = schema<
  { photoIds: string[] } & Pick<EmbedRequest, 'replaceUnreadable' | 'breakProvenance'>
>(
  object({ photoIds: ids, replaceUnreadable: { type: 'boolean' }, breakProvenance: { type: 'boolean' } }, [
    'photoIds',
  ]),
);
