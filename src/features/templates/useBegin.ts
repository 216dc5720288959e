'use client';

import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { useRequestOnce } from '@/ui/useRequestOnce';
import type { TemplateWords } from './book/bookState';

/** Begins a template of ready entries and opens its page; it is kept when a person has looked at it. */
export function useBegin() {
  const router = useRouter();
  const requestOnce = useRequestOnce();
  return useMutation({
    mutationFn: (words: TemplateWords) => requestOnce<ListedTemplate>('templates/begin', 'POST', words),
    onSuccess: ({ id }) => router.push(`/templates/${id}`),
  });
}
