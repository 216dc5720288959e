'use client';

import { useDeferredValue, useMemo } from 'react';
import { proofOf } from '@/core/drafts/proof';
import type { ImportChoices } from '@/core/naming/importChoices';
import { makerKey } from '@/core/rights/makers';
import { type CompiledTemplates, compileTemplates } from '@/core/templates/resolve';
import type { Template } from '@/core/templates/template';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { SourcePicture } from '@/server/operations/bringIn/sourceParts';
import type { InstallationContext } from '@/server/operations/templates/placeholderContext';
import { callOuts, type Missing, missingIn } from './callOuts';
import { type Answers, valuesOf } from './groups';
import { type ContextOf, contextsOf, incomingDrafts, nameExamples } from './incoming';
import { perPicture } from './perPicture';
import type { CardPicture } from './useSource';

/** Examples of names that are shown. */
const EXAMPLES = 3;

interface Asked {
  readonly assignment: Assignment;
  readonly installation: InstallationContext;
  readonly inForce: readonly Template[];
  readonly inForceIn: Readonly<Record<string, readonly string[]>>;
  readonly pictures: readonly CardPicture[];
  readonly answers: Answers;
  readonly choices: ImportChoices;
  readonly lastPosition: number;
}

/** The pictures that come, as the run will see them: what is called out, what will be in them, and their names. */
export function useIncoming(asked: Asked) {
  const { assignment, installation, inForce, inForceIn, pictures, choices, lastPosition } = asked;
  const compiled = useMemo(() => compileTemplates(inForce), [inForce]);
  const chosen = useMemo(() => pictures.filter((one) => one.ticked), [pictures]);
  const contextOf = useMemo(
    () => contextsOf(assignment, installation, lastPosition),
    [assignment, installation, lastPosition],
  );
  const lacks = useMemo(
    () =>
      perPicture((one: SourcePicture): Missing[] => missingIn(compiled, valuesOf(one), contextOf(one, 0))),
    [compiled, contextOf],
  );
  const warnings = useMemo(() => {
    const incoming = chosen.map(({ picture }) => ({ values: valuesOf(picture), missing: lacks(picture) }));
    const pattern = choices.mode === 'take-up' ? undefined : { name: choices.name, folder: choices.folder };
    return callOuts({
      inForce,
      incoming,
      inForceIn,
      assignment: assignment.name,
      ...(pattern ? { pattern } : {}),
    });
  }, [inForce, chosen, lacks, inForceIn, assignment.name, choices.mode, choices.name, choices.folder]);
  const examples = useMemo(() => {
    const first = chosen.slice(0, EXAMPLES).map(({ picture }) => picture);
    return nameExamples(first, choices, compiled, contextOf);
  }, [choices, chosen, compiled, contextOf]);
  const proof = useProof({ ...asked, pictures: useDeferredValue(chosen) }, compiled, contextOf);
  return { warnings, examples, proof };
}

/** Review changes before they are written, old → new. */
function useProof(
  { pictures, answers, choices: { keywords, rating } }: Asked,
  compiled: CompiledTemplates,
  contextOf: ContextOf,
) {
  const drafts = useMemo(
    () => incomingDrafts(compiled, contextOf, { keywords, rating }),
    [compiled, contextOf, keywords, rating],
  );
  return useMemo(
    () =>
      proofOf(
        pictures.map(({ picture, maker }, position) => {
          const fills = maker !== undefined && answers.get(makerKey(maker)) === 'fill';
          return drafts(picture, position, maker === undefined ? 'usual' : fills ? 'fill' : 'leave');
        }),
      ),
    [pictures, answers, drafts],
  );
}
