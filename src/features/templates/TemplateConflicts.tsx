'use client';

import { useQuery } from '@tanstack/react-query';
import { findConflicts } from '@/core/templates/conflicts';
import type { Template } from '@/core/templates/template';
import { conflictWords } from '@/core/wording/conflictWords';
import type { StartTemplates } from '@/server/operations/assignments/startTemplates';
import { apiRequest } from '@/ui/api';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';

/** The templates that an assignment can begin with, and one's identities. */
export const useStartTemplates = () =>
  useQuery({
    queryKey: queryKeys.startTemplates(),
    queryFn: () => apiRequest<StartTemplates>('assignments/start'),
  });

/** Which of some templates contradict each other about who made, owns or licenses a picture. */
export function TemplateConflicts({
  templates,
}: {
  templates: readonly Pick<Template, 'id' | 'name' | 'entries'>[];
}) {
  const { data } = useStartTemplates();
  const sentences = data ? conflictWords(findConflicts(templates, data.identities), templates) : [];
  return (
    <Notice kind="warning" fontSize="small" paddingY="1">
      {sentences.length > 0 && `${sentences.join(' ')} Use one of them.`}
    </Notice>
  );
}
