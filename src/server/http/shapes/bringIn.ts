import type { CardState } from '../../card/simulatedCard';
import type { SourceRequest } from '../../operations/bringIn/sources';
import type { ImportRequest } from '../../operations/bringIn/startImport';
import { schema } from '../body';
import { choiceParts } from './assignments';
import { id, list, object, text } from './parts';

const paths = list(text(4096), 20_000);

export const importRequest = schema<ImportRequest>(
  object({ paths, leaveAsTheyAre: paths, fillOnly: paths, again: paths, ...choiceParts }, [
    'paths',
    'leaveAsTheyAre',
  ]),
);

export const sourceRequest = schema<SourceRequest>(
  object({ path: text(4096), folderId: id, arrivals: { const: true } }, []),
);

export const folderPath = schema<{ path: string }>(object({ path: text(4096) }));
export const folderMove = schema<{ path: string; withOthers?: boolean }>(
  object({ path: text(4096), withOthers: { type: 'boolean' } }, ['path']),
);

export const cardChange = schema<Partial<CardState>>(
  object(
    {
      isIn: { type: 'boolean' },
      speed: { type: 'integer', minimum: 0, maximum: 1_000_000 },
      readErrorOn: text(255),
      writeProtected: { type: 'boolean' },
    },
    [],
  ),
);
