'use client';

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import type { Entry, Template } from '@/core/templates/template';
import type { SamplePicture, TemplatePreview } from '@/server/operations/templates/templatePreview';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { builtInSample, type Sample, sampleOf } from './sample';

const PAUSE_MS = 600;

/** Pictures to try the page on, and what lacks a value among all of them; asked again when the page changes. */
export function useTemplatePreview(initial: TemplatePreview, entries: readonly Entry[]) {
  const [assignmentId, setAssignmentId] = useState(initial.assignment?.id);
  const [find, setFind] = useState('');
  const asked = usePaused({ entries, assignmentId, find });
  const { data } = useQuery({
    queryKey: queryKeys.templatePreview(asked),
    queryFn: () =>
      apiRequest<TemplatePreview>('templates/preview', 'POST', {
        entries: asked.entries,
        ...(asked.assignmentId ? { assignmentId: asked.assignmentId } : {}),
        ...(asked.find ? { find: asked.find } : {}),
      }),
    placeholderData: keepPreviousData,
  });
  return { preview: data ?? initial, setAssignmentId, find, setFind };
}

function usePaused<T>(value: T): T {
  const text = JSON.stringify(value);
  const [paused, setPaused] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setPaused(JSON.parse(text) as T), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return paused;
}

/** The page resolved for one picture, alone or with the templates in force around it. */
export function useTrial(template: Template, preview: TemplatePreview, pictureId: string | undefined) {
  const [alone, setAlone] = useState(false);
  const pictures = useMemo(
    () => (preview.samples.length > 0 ? preview.samples : [madeUp(preview)]),
    [preview],
  );
  const picture = pictures.find((one) => one.id === pictureId) ?? pictures[0]!;
  const isInForce = preview.inForce.some((one) => one.id === template.id);
  const others = useMemo(
    () => preview.inForce.filter((one) => one.id !== template.id),
    [preview.inForce, template.id],
  );
  const sample: Sample = useMemo(() => {
    const around = isInForce
      ? preview.inForce.map((one) => (one.id === template.id ? template : one))
      : [...others, template];
    return sampleOf({ template, together: alone ? [template] : around }, picture);
  }, [template, picture, alone, isInForce, preview.inForce, others]);
  return { sample, picture, pictures, alone, setAlone, others, isInForce };
}

function madeUp({ installation }: TemplatePreview): SamplePicture {
  const picture = builtInSample(installation.today);
  return { ...picture, context: { ...picture.context, identities: installation.identities } };
}
