'use client';

import { useMemo, useRef } from 'react';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { orderNeedsValues } from './order';
import { canShow, showNeedsValues } from './show';
import { useAddress } from './useAddress';
import { useArranged } from './useArranged';
import { useCurrentInAddress } from './useCurrentInAddress';
import { useFailing } from './useFailing';
import { useGathered } from './useGathered';
import { type FirstPhotos, usePhotos } from './usePhotos';
import { useSelection } from './useSelection';
import { useArrivingValues } from './useValues';
import type { PhotoView } from './view';

/** The pictures of an assignment as the address arranges them, and which of them are selected. */
export function useSet(assignment: Assignment, first: FirstPhotos) {
  const { id: assignmentId } = assignment;
  const { views, total } = usePhotos(assignmentId, first);
  const address = useAddress();
  const { show, order, arrangement } = address;
  const needsValues = arrangement === 'ledger' || showNeedsValues(show) || orderNeedsValues(order);
  const { values, arrived } = useArrivingValues(assignmentId, needsValues);
  const { ids: gathered, problem } = useGathered(assignmentId, show);
  const rule = useFailing(assignment, show, views, values);
  const failing = rule?.ids;
  const known = useMemo(() => ({ values, gathered, failing }), [values, gathered, failing]);
  const arranged = useArranged(views, show, order, known);
  const { shown } = arranged;
  const ids = useIds(shown);
  const selection = useSelection(ids, `selection ${assignmentId}`, views.length >= total);
  const latestShown = useRef(shown);
  latestShown.current = shown;
  useCurrentInAddress(address, selection);
  return {
    views,
    total,
    values,
    arrived,
    address,
    arranged,
    shown,
    selection,
    latestShown,
    rule: rule?.words,
    isLoaded: canShow(show, known),
    /** Why it is not known what the filter shows. */
    problem,
  };
}

/** Returns the ids of pictures. The array stays the same object while the ids are equal. */
function useIds(shown: readonly PhotoView[]): readonly string[] {
  const held = useRef<readonly string[]>([]);
  return useMemo(() => {
    const before = held.current;
    const isSame = before.length === shown.length && shown.every(({ id }, at) => id === before[at]);
    if (!isSame) held.current = shown.map((view) => view.id);
    return held.current;
  }, [shown]);
}

export type PictureSet = ReturnType<typeof useSet>;
