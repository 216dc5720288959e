'use client';

import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { Template } from '@/core/templates/template';
import { stripOf } from '@/core/threads/stroke';
import type { ThreadId } from '@/core/threads/threads';
import type { readSource, SourcePicture } from '@/server/operations/readSource';
import { ask } from '@/ui/api';
import { foreignMaker, ownNames, type Standing, standingOf } from './groups';

type Source = Awaited<ReturnType<typeof readSource>>;

export interface CardPicture {
  readonly picture: SourcePicture;
  readonly standing: Standing;
  readonly maker: string | undefined;
  readonly strip: ReturnType<typeof stripOf> | undefined;
  readonly ticked: boolean;
}

/** What is on the source, and which of it comes: at first everything new that nobody else made. */
export function useSource(assignmentId: string, inForce: readonly Template[]) {
  const query = useQuery({
    queryKey: ['source', assignmentId],
    queryFn: () => ask<Source>(`assignments/${assignmentId}/source`),
    staleTime: 0,
  });
  const [answers, setAnswers] = useState<ReadonlyMap<string, boolean>>(new Map());
  const pictures = useMemo(() => {
    const own = ownNames(inForce);
    return (query.data?.pictures ?? []).map((picture): CardPicture => {
      const standing = standingOf(picture, own);
      return {
        picture,
        standing,
        maker: foreignMaker(picture, own),
        strip: picture.record ? stripOf({ file: picture.record.fields, drafts: {} }) : undefined,
        ticked: picture.record !== null && (answers.get(picture.relativePath) ?? standing === 'comes'),
      };
    });
  }, [query.data, inForce, answers]);
  const tick = (paths: readonly string[], ticked: boolean) =>
    setAnswers((before) => new Map([...before, ...paths.map((path) => [path, ticked] as const)]));
  /** Ticks the new pictures that lack a thread, and only those. */
  const onlyLacking = (thread: ThreadId) =>
    setAnswers(
      new Map(
        pictures.map((one) => [
          one.picture.relativePath,
          one.standing === 'comes' && one.strip?.[thread] !== 'solid',
        ]),
      ),
    );
  return { ...query, onlyLacking, label: query.data?.label ?? '', pictures, tick };
}
