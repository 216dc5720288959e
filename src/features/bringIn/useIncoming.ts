'use client';

import { useDeferredValue, useMemo } from 'react';
import { proofOf } from '@/core/drafts/proof';
import { parseKeywords } from '@/core/keywords/parse';
import type { ImportChoices } from '@/core/naming/importChoices';
import { compilePattern, namedShot } from '@/core/naming/pattern';
import { makerKey } from '@/core/rights/makers';
import { valuesComing } from '@/core/templates/incoming';
import { type CompiledTemplates, compileTemplates, resolve } from '@/core/templates/resolve';
import type { Template } from '@/core/templates/template';
import type { Assignment } from '@/server/operations/assignments';
import { placeholderContext, type Surroundings } from '@/server/operations/context';
import type { SourcePicture } from '@/server/operations/sourceParts';
import { callOuts, type Missing, missingIn } from './callOuts';
import { type Answers, valuesOf } from './groups';
import { perPicture } from './perPicture';
import type { CardPicture } from './useSource';

/** Examples of names that are shown. */
const EXAMPLES = 3;

interface Asked {
  readonly assignment: Assignment;
  readonly around: Surroundings;
  readonly inForce: readonly Template[];
  readonly inForceIn: Readonly<Record<string, readonly string[]>>;
  readonly pictures: readonly CardPicture[];
  readonly answers: Answers;
  readonly choices: ImportChoices;
  readonly placesTaken: number;
}

/** The pictures that come, as the run will see them: what is called out, what will stand in them, and their names. */
export function useIncoming(asked: Asked) {
  const { assignment, around, inForce, inForceIn, pictures, choices, placesTaken } = asked;
  const compiled = useMemo(() => compileTemplates(inForce), [inForce]);
  const coming = useMemo(() => pictures.filter((one) => one.ticked), [pictures]);
  const contextOf = useMemo(() => contexts(assignment, around), [assignment, around]);
  const lacks = useMemo(
    () =>
      perPicture((one: SourcePicture): Missing[] => missingIn(compiled, valuesOf(one), contextOf(one, 1))),
    [compiled, contextOf],
  );
  const warnings = useMemo(() => {
    const incoming = coming.map(({ picture }) => ({ values: valuesOf(picture), missing: lacks(picture) }));
    return callOuts({ inForce, incoming, inForceIn, assignment: assignment.name });
  }, [inForce, coming, lacks, inForceIn, assignment.name]);
  const examples = useMemo(
    () =>
      examplesOf(coming.slice(0, EXAMPLES), choices, compiled, (one, at) => contextOf(one, placesTaken + at)),
    [choices, coming, compiled, contextOf, placesTaken],
  );
  const proof = useProof({ ...asked, pictures: useDeferredValue(coming) }, compiled, contextOf);
  return { warnings, examples, proof };
}

type ContextOf = ReturnType<typeof contexts>;

function contexts(assignment: Assignment, around: Surroundings) {
  return (picture: SourcePicture, runningNumber: number) => {
    const parts = picture.relativePath.split('/');
    const { camera, pixels } = picture.record ?? {};
    const facts = { name: parts.at(-1)!, camera, pixels, folder: parts.at(-2), runningNumber };
    return placeholderContext(assignment, facts, around);
  };
}

/** What will stand in the files, old → new, worked out once a picture and way of coming. */
function useProof(
  { pictures, answers, choices: { keywords, rating } }: Asked,
  compiled: CompiledTemplates,
  contextOf: ContextOf,
) {
  const drafts = useMemo(() => {
    const common = { keywords: parseKeywords(keywords), rating };
    const byWay = (leave: boolean, onlyEmpty: boolean) =>
      perPicture((one: SourcePicture) =>
        Object.fromEntries(
          valuesComing(compiled, valuesOf(one), contextOf(one, 1), { leave, onlyEmpty, ...common }),
        ),
      );
    return { usual: byWay(false, false), fill: byWay(false, true), leave: byWay(true, false) };
  }, [compiled, contextOf, keywords, rating]);
  return useMemo(
    () =>
      proofOf(
        pictures.map(({ picture, maker }) => {
          const way =
            maker === undefined ? 'usual' : answers.get(makerKey(maker)) === 'fill' ? 'fill' : 'leave';
          return { file: picture.record?.fields ?? {}, drafts: drafts[way](picture) };
        }),
      ),
    [pictures, answers, drafts],
  );
}

function examplesOf(
  coming: readonly CardPicture[],
  choices: ImportChoices,
  compiled: CompiledTemplates,
  contextOf: ContextOf,
) {
  const pattern = compilePattern(choices);
  return coming.map(({ picture }, index) => {
    const context = contextOf(picture, index + 1);
    const values = valuesOf(picture);
    const { changes } = resolve(compiled, values, context);
    const named = namedShot(pattern, { main: context.fileName }, context, (id) =>
      changes.has(id) ? (changes.get(id)!.value ?? undefined) : values[id],
    );
    const path = named.folder === '' ? named.shot.main : `${named.folder}/${named.shot.main}`;
    return { name: context.fileName, path, missing: named.missing };
  });
}
