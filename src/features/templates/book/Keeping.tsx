'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import { counted } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { ToldStep } from '@/server/operations/templates/templateSteps';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { SaveState } from '@/ui/SaveState';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { labels as uiLabels } from '@/ui/words';
import { labels } from '../words';
import type { TemplateWords } from './bookState';
import type { useBook } from './useBook';

/** What is written saves itself; a version is made on purpose, and it is plainly said which of both is so. */
export function Keeping({
  page,
  words,
  madeFor,
}: {
  page: ReturnType<typeof useBook>;
  words: TemplateWords;
  madeFor: { readonly id: string } | undefined;
}) {
  const { template, changed, saving, settle } = page;
  const router = useRouter();
  const queries = useQueryClient();
  const requestOnce = useRequestOnce();
  const { mutate, isPending, error } = useMutation({
    mutationFn: async (act: 'keep' | 'branch') => {
      const saved = await settle();
      if (!saved) throw new Error('The page could not be saved.');
      if (act === 'keep') {
        const kept = await requestOnce<ListedTemplate>(`templates/${saved.id}`, 'PUT', {
          ...words,
          baseVersion: saved.version,
        });
        return { kept, sent: words };
      }
      const branch = await requestOnce<ListedTemplate>(`templates/${saved.id}/copy`, 'POST', {
        how: 'branch',
      });
      const named = words.name.trim() === saved.name ? branch.name : words.name;
      await requestOnce(`templates/${branch.id}`, 'PUT', {
        ...words,
        name: named,
        baseVersion: branch.version,
      });
      await apiRequest(`templates/${saved.id}/draft`, 'DELETE');
      return { kept: branch, sent: words };
    },
    onSuccess: async ({ kept, sent }, act) => {
      if (madeFor) {
        await putInForce(madeFor.id, kept.id, act === 'branch' ? template?.id : undefined);
        await refresh(queries, { queryKey: queryKeys.assignment(madeFor.id) });
        router.push(`/assignments/${madeFor.id}/bring-in`);
        router.refresh();
      } else if (act === 'branch') router.push(`/templates/${kept.id}`);
      else {
        page.saved(kept, sent);
        router.refresh();
      }
    },
  });
  const version = template?.version ?? 0;
  return (
    <>
      <Steps page={page} />
      {saving.state === 'refused' || saving.state === 'waiting' ? (
        <SaveState of={saving} />
      ) : (
        <chakra.span role="status" fontSize="small" color={error ? 'weldText' : 'soft'}>
          {error?.message ?? page.stepError ?? statusWords(saving.state, changed, version)}
        </chakra.span>
      )}
      {changed && version > 0 && <GoBack page={page} />}
      {changed && version > 0 && (
        <Button type="button" disabled={isPending} onClick={() => mutate('branch')}>
          Save as a branch
        </Button>
      )}
      <Button
        type="button"
        disabled={!changed || isPending || words.name.trim() === ''}
        title={words.name.trim() === '' ? 'Name the template first' : undefined}
        onClick={() => mutate('keep')}
      >
        {version > 0 ? `Save as version ${version + 1}` : labels.saveTheTemplate}
        {madeFor ? ', and back' : ''}
      </Button>
    </>
  );
}

/** Behind those that are in force there, once; a branch in the place of what it was branched from. */
async function putInForce(assignmentId: string, templateId: string, insteadOf?: string): Promise<void> {
  const { inForce } = await apiRequest<Assignment>(`assignments/${assignmentId}`);
  if (inForce.includes(templateId)) return;
  const replaced = inForce.map((id) => (id === insteadOf ? templateId : id));
  const wanted = replaced.includes(templateId) ? replaced : [...inForce, templateId];
  await apiRequest(`assignments/${assignmentId}`, 'PATCH', { inForce: wanted });
}

function statusWords(state: 'saved' | 'saving', changed: boolean, version: number): string {
  if (state === 'saving') return 'saving …';
  if (!changed) return version > 0 ? `version ${version}` : '';
  return version > 0 ? `draft over version ${version}, saved` : 'draft, saved';
}

/** Undo and redo over the whole page, each with what it is about. */
function Steps({ page: { steps, undo, redo } }: { page: ReturnType<typeof useBook> }) {
  if (!steps.undo && !steps.redo) return null;
  return (
    <Flex role="group" aria-label="Undo and redo" gap="3" fontSize="small">
      {steps.undo && (
        <LinkButton type="button" onClick={() => undo(steps.undo?.id)} aria-keyshortcuts="Control+Z">
          Undo {stepWords(steps.undo)}
        </LinkButton>
      )}
      {steps.redo && (
        <LinkButton type="button" onClick={() => redo(steps.redo?.id)} aria-keyshortcuts="Control+Shift+Z">
          Redo {stepWords(steps.redo)}
        </LinkButton>
      )}
    </Flex>
  );
}

function stepWords({ fields: [first, ...others] }: ToldStep): string {
  if (!first) return 'name or kind';
  return others.length === 0 ? fieldLabel(first) : counted(others.length + 1, 'line');
}

function GoBack({ page: { template, reopen } }: { page: ReturnType<typeof useBook> }) {
  const [asked, setAsked] = useState(false);
  const { mutate } = useMutation({
    mutationFn: async () => {
      await apiRequest(`templates/${template!.id}/draft`, 'DELETE');
      return apiRequest<ListedTemplate>(`templates/${template!.id}`);
    },
    onSuccess: (kept) => {
      reopen(kept);
      setAsked(false);
    },
  });
  if (!asked)
    return (
      <LinkButton type="button" fontSize="small" onClick={() => setAsked(true)}>
        Discard the draft
      </LinkButton>
    );
  return (
    <Flex gap="3" fontSize="small">
      <LinkButton type="button" onClick={() => mutate()}>
        Back to version {template?.version}
      </LinkButton>
      <LinkButton type="button" onClick={() => setAsked(false)}>
        {uiLabels.cancel}
      </LinkButton>
    </Flex>
  );
}
