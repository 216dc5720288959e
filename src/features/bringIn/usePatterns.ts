'use client';

import { useMemo } from 'react';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { SourcePicture } from '@/server/operations/bringIn/sourceParts';
import type { InstallationContext } from '@/server/operations/templates/placeholderContext';
import { knowsPlaceholder, offeredPlaceholders } from '../templates/offered';
import { valuesOf } from './groups';
import { contextsOf } from './incoming';
import { patternParts, readyPatterns } from './patterns';

export type Patterns = ReturnType<typeof usePatterns>;

/** What names and folders can be put together from, with what it gives for a picture that comes. */
export function usePatterns(
  assignment: Assignment,
  installation: InstallationContext,
  lastPosition: number,
  picture: SourcePicture = nothing,
) {
  return useMemo(() => {
    const context = contextsOf(assignment, installation, lastPosition)(picture, 0);
    const sample = { context, values: valuesOf(picture) };
    return {
      names: readyPatterns('name', sample),
      folders: readyPatterns('folder', sample),
      offers: {
        parts: patternParts(sample),
        offered: offeredPlaceholders(context, sample.values, []),
        isKnown: knowsPlaceholder(
          [...Object.keys(context.facts), ...Object.keys(installation.identities)],
          [],
        ),
      },
    };
  }, [assignment, installation, lastPosition, picture]);
}

/** Before any picture is known. */
const nothing: SourcePicture = { relativePath: 'picture.jpg', size: 0, record: null, alreadyHere: false };
