'use client';

import { useMemo } from 'react';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { orderNeedsValues } from './order';
import { showNeedsValues } from './show';
import { useAddress } from './useAddress';
import { useArranged } from './useArranged';
import { useCurrentInAddress } from './useCurrentInAddress';
import { useFailing } from './useFailing';
import { useGathered } from './useGathered';
import { type FirstPhotos, usePhotos } from './usePhotos';
import { useSelection } from './useSelection';
import { useValues } from './useValues';

/** The pictures of an assignment as the address arranges them, and which of them are selected. */
export function useSet(assignment: Assignment, first: FirstPhotos) {
  const { id: assignmentId } = assignment;
  const { views, total } = usePhotos(assignmentId, first);
  const address = useAddress();
  const { show, order, arrangement } = address;
  const needsValues = arrangement === 'ledger' || showNeedsValues(show) || orderNeedsValues(order);
  const values = useValues(assignmentId, needsValues)?.rows;
  const gathered = useGathered(assignmentId, show);
  const rule = useFailing(assignment, show, views, values);
  const failing = rule?.ids;
  const known = useMemo(() => ({ values, gathered, failing }), [values, gathered, failing]);
  const arranged = useArranged(views, show, order, known);
  const { shown } = arranged;
  const ids = useMemo(() => shown.map((view) => view.id), [shown]);
  const selection = useSelection(ids, `selection ${assignmentId}`);
  useCurrentInAddress(address, selection);
  return { views, total, values, address, arranged, shown, selection, rule: rule?.words };
}
export type PictureSet = ReturnType<typeof useSet>;
