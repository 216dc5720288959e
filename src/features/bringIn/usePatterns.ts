'use client';

import { useMemo } from 'react';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { SourcePicture } from '@/server/operations/bringIn/sourceParts';
import type { InstallationContext } from '@/server/operations/templates/placeholderContext';
import { knowsPlaceholder, offeredPlaceholders } from '../templates/offered';
import { valuesOf } from './groups';
import { contextsOf } from './incoming';
import { patternParts, readyPatterns, type Sample } from './patterns';

export type Patterns = ReturnType<typeof patternsFor>;

/** What names and folders can be put together from, with what it gives for a picture that comes. */
export function usePatterns(
  assignment: Assignment,
  installation: InstallationContext,
  lastPosition: number,
  picture: SourcePicture = nothing,
) {
  return useMemo(() => {
    const context = contextsOf(assignment, installation, lastPosition)(picture, 0);
    return patternsFor({ context, values: valuesOf(picture) }, installation);
  }, [assignment, installation, lastPosition, picture]);
}

/** The same for a picture of which everything is known. */
export function patternsFor(sample: Sample, { identities }: Pick<InstallationContext, 'identities'>) {
  const { context, values } = sample;
  return {
    names: readyPatterns('name', sample),
    folders: readyPatterns('folder', sample),
    offers: {
      parts: patternParts(sample),
      offered: offeredPlaceholders(context, values, []),
      isKnown: knowsPlaceholder([...Object.keys(context.facts), ...Object.keys(identities)], []),
    },
  };
}

/** Before any picture is known. */
const nothing: SourcePicture = { relativePath: 'picture.jpg', size: 0, record: null, alreadyHere: false };
