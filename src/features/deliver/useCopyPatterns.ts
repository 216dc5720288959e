'use client';

import { useMemo } from 'react';
import { compileText, evaluate } from '@/core/templates/placeholders';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { ListedValues } from '@/server/operations/photos/listValues';
import {
  type InstallationContext,
  placeholderContext,
} from '@/server/operations/templates/placeholderContext';
import { patternsFor } from '../bringIn/usePatterns';

const MARKS = [
  '© {{ creator }}',
  '© {{ year taken }} {{ creator }}',
  '{{ copyright notice }}',
  '{{ creator }} / {{ credit line }}',
];

/** What names, folders and marks can be put together from, with what each gives for the picture that is shown. */
export function useCopyPatterns(
  assignment: Assignment,
  installation: InstallationContext,
  picture: { readonly name: string; readonly place: number } | undefined,
  row: ListedValues | undefined,
) {
  return useMemo(() => {
    const context = placeholderContext(
      assignment,
      { name: picture?.name ?? 'picture.jpg', pixels: row?.file.pixels, runningNumber: picture?.place ?? 1 },
      installation,
    );
    const values = row?.values ?? {};
    const marks = MARKS.flatMap((text) => {
      const { text: example, missing } = evaluate(compileText(text), context, (id) => values[id]);
      return missing.length > 0 ? [] : [{ text, example }];
    });
    return { patterns: patternsFor({ context, values }, installation), marks };
  }, [assignment, installation, picture?.name, picture?.place, row]);
}
