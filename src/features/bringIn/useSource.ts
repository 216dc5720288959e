'use client';

import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { makerKey, ownNames } from '@/core/rights/makers';
import type { Template } from '@/core/templates/template';
import { type Strip, stripOf } from '@/core/threads/stroke';
import type { ThreadId } from '@/core/threads/threads';
import type { Assignment } from '@/server/operations/assignments/assignments';
import {
  type Source,
  type SourcePart,
  type SourcePicture,
  withPart,
} from '@/server/operations/bringIn/sourceParts';
import type { InstallationContext } from '@/server/operations/templates/placeholderContext';
import { apiRequestLines } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { useMakers } from '@/ui/useMakers';
import { type Answers, comesAtFirst, foreignMaker, type Standing, standingOf } from './groups';
import { perPicture } from './perPicture';

export interface CardPicture {
  readonly picture: SourcePicture;
  readonly standing: Standing;
  readonly maker: string | undefined;
  readonly strip: Strip | undefined;
  readonly ticked: boolean;
}

/** What is on the source, and which of it comes: at first everything new that nobody else made. */
export function useSource(
  { id: assignmentId, sourceFolderId, ...assignment }: Assignment,
  inForce: readonly Template[],
  installation: InstallationContext,
) {
  const query = useSourceParts(assignmentId, sourceFolderId);
  useDropped(assignmentId, assignment);
  const { answers, answer, notKept } = useMakers();
  const [ticks, setTicks] = useTicks(`${assignmentId} ${sourceFolderId}`);
  const pictures = useMemo(() => {
    const own = ownNames(inForce, installation);
    return (query.data?.pictures ?? []).map((picture): CardPicture => {
      const maker = foreignMaker(picture, own, answers);
      const standing = standingOf(picture, maker);
      const ticked = ticks.get(picture.relativePath) ?? comesAtFirst(standing, maker, answers);
      return {
        picture,
        standing,
        maker,
        strip: stripFor(picture),
        ticked: picture.record !== null && ticked,
      };
    });
  }, [query.data, inForce, installation, answers, ticks]);
  const tick = (paths: readonly string[], ticked: boolean) =>
    setTicks((before) => new Map([...before, ...paths.map((path) => [path, ticked] as const)]));
  /** Ticks the new pictures that lack a thread, and only those. */
  const onlyLacking = (thread: ThreadId) =>
    setTicks(
      new Map(
        pictures.map((one) => [
          one.picture.relativePath,
          one.standing === 'comes' && one.strip?.[thread] !== 'solid',
        ]),
      ),
    );
  const keyStrips = useMemo(() => pictures.flatMap((one) => one.strip ?? []), [pictures]);
  const label = query.data?.label ?? '';
  /** Ticks are for one run: what has come would come again. */
  const forget = () => setTicks(new Map());
  return { ...query, keyStrips, forget, onlyLacking, label, pictures, tick, answers, answer, notKept };
}

/** What a drop folder brought in by itself shows as here on the open page. */
function useDropped(
  assignmentId: string,
  { dropping, photos }: Pick<Assignment, 'dropping' | 'photos'>,
): void {
  const queries = useQueryClient();
  const before = useRef(photos);
  useEffect(() => {
    if (dropping && before.current !== photos)
      void refresh(queries, { queryKey: queryKeys.source(assignmentId) });
    before.current = photos;
  }, [queries, assignmentId, dropping, photos]);
}

type Ticks = ReadonlyMap<string, boolean>;

/** What was ticked by hand stays when one goes to mend a template and comes back. */
function useTicks(key: string) {
  const [ticks, setTicks] = useState<Ticks>(new Map());
  const place = `ticks ${key}`;
  useEffect(() => {
    const kept = sessionStorage.getItem(place);
    setTicks(new Map(kept ? (JSON.parse(kept) as [string, boolean][]) : []));
  }, [place]);
  const keep = (change: Ticks | ((before: Ticks) => Ticks)) =>
    setTicks((before) => {
      const after = typeof change === 'function' ? change(before) : change;
      sessionStorage.setItem(place, JSON.stringify([...after]));
      return after;
    });
  return [ticks, keep] as const;
}

/** The source, shown as it is read; when it is read again, what was there stays until all is known. */
function useSourceParts(assignmentId: string, folderId: string | null) {
  const queries = useQueryClient();
  const queryKey = queryKeys.source(assignmentId, folderId);
  const query = useQuery({
    queryKey,
    enabled: folderId !== null,
    queryFn: async ({ signal }) => {
      const isFirst = queries.getQueryData(queryKey) === undefined;
      let source: Source | undefined;
      const onPart = (part: SourcePart) => {
        source = withPart(source, part);
        if (isFirst) queries.setQueryData(queryKey, source);
      };
      await apiRequestLines(`assignments/${assignmentId}/source`, onPart, signal);
      return source!;
    },
    staleTime: 0,
  });
  const read = query.data?.pictures.length ?? 0;
  return { ...query, reading: query.isFetching && read < (query.data?.total ?? 0) ? read : undefined };
}

/** Worked out once a picture, however often more pictures come. */
const stripFor = perPicture((picture: SourcePicture): Strip | undefined =>
  picture.record ? stripOf({ file: picture.record.fields, drafts: {} }) : undefined,
);

/** What is asked of the run about others' pictures: leave them, or fill only what is empty. */
export function othersAsked(pictures: readonly CardPicture[], answers: Answers) {
  const others = pictures.filter((one) => one.ticked && one.maker !== undefined);
  const paths = (wanted: boolean) =>
    others
      .filter((one) => (answers.get(makerKey(one.maker!)) === 'fill') === wanted)
      .map((one) => one.picture.relativePath);
  return { fillOnly: paths(true), leaveAsTheyAre: paths(false) };
}
