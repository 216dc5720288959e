'use client';

import { useMemo } from 'react';
import type { ImportChoices } from '@/core/naming/importChoices';
import { compilePattern, namedShot } from '@/core/naming/pattern';
import { compileTemplates, resolve } from '@/core/templates/resolve';
import type { Template } from '@/core/templates/template';
import type { Assignment } from '@/server/operations/assignments';
import { placeholderContext, type Surroundings } from '@/server/operations/context';
import { callOuts, type Incoming } from './callOuts';
import { valuesOf } from './groups';
import type { CardPicture } from './useSource';

/** Examples of names that are shown. */
const EXAMPLES = 3;

/** The pictures that come, as the run will see them: what is called out, and what they will be called. */
export function useIncoming(
  assignment: Assignment,
  around: Surroundings,
  inForce: readonly Template[],
  inForceIn: Readonly<Record<string, readonly string[]>>,
  pictures: readonly CardPicture[],
  choices: ImportChoices,
) {
  const compiled = useMemo(() => compileTemplates(inForce), [inForce]);
  const incoming = useMemo(
    () =>
      pictures
        .filter((one) => one.ticked)
        .map(({ picture }, index): Incoming & { name: string } => {
          const parts = picture.relativePath.split('/');
          const name = parts.at(-1)!;
          const context = placeholderContext(
            assignment,
            {
              name,
              camera: picture.record?.camera,
              pixels: picture.record?.pixels,
              folder: parts.at(-2),
              runningNumber: assignment.photos + index + 1,
            },
            around,
          );
          return { name, values: valuesOf(picture), context };
        }),
    [assignment, around, pictures],
  );
  const warnings = useMemo(
    () => callOuts({ inForce, compiled, incoming, inForceIn, assignment: assignment.name }),
    [inForce, compiled, incoming, inForceIn, assignment.name],
  );
  const examples = useMemo(() => {
    const pattern = compilePattern(choices);
    return incoming.slice(0, EXAMPLES).map(({ name, values, context }) => {
      const { changes } = resolve(compiled, values, context);
      const named = namedShot(pattern, { main: name }, context, (id) =>
        changes.has(id) ? (changes.get(id)!.value ?? undefined) : values[id],
      );
      const path = named.folder === '' ? named.shot.main : `${named.folder}/${named.shot.main}`;
      return { name, path, missing: named.missing };
    });
  }, [choices, incoming, compiled]);
  return { warnings, examples };
}
