'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useEffect } from 'react';
import { joinKeywords } from '@/core/keywords/parse';
import { counted } from '@/core/wording/counts';
import type { Carriers } from '@/server/operations/vocabulary/carryThrough';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Previews } from '@/ui/Previews';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';

/** Words on pictures that are to become others: none takes them away. */
export interface Carry {
  readonly from: readonly string[];
  readonly to: readonly string[];
}

const actWords = ({ pictures, templates }: Pick<Carriers, 'pictures' | 'templates'>) =>
  [
    ...(pictures > 0 ? [`Write drafts on ${counted(pictures, 'picture')}`] : []),
    ...(templates.length > 0
      ? [`${pictures > 0 ? 'c' : 'C'}hange ${counted(templates.length, 'template')}`]
      : []),
  ].join(', ');

const doneWords = ({ pictures, templates }: { pictures: number; templates: number }) =>
  [
    ...(pictures > 0 ? [`Drafts on ${counted(pictures, 'picture')}`] : []),
    ...(templates > 0 ? [`${counted(templates, 'template')} changed`] : []),
  ].join(', ');

/** Old → new on the pictures that carry it, before anything is done; done, they are drafts. */
export function CarryDialog({ carry: { from, to }, onClose }: { carry: Carry; onClose: () => void }) {
  const requestOnce = useRequestOnce();
  const except = to.length === 1 ? to[0] : undefined;
  const { data: found, error } = useQuery({
    queryKey: queryKeys.carrying(from, to),
    queryFn: () =>
      apiRequest<Carriers>('vocabulary/carriers', 'POST', {
        words: from,
        ...(except === undefined ? {} : { except }),
      }),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const carry = useMutation({
    mutationFn: () =>
      requestOnce<{ pictures: number; templates: number }>('vocabulary/carry', 'POST', { from, to }),
  });
  const isDone = carry.isSuccess;
  const isNowhere = found?.pictures === 0 && found.templates.length === 0;
  useEffect(() => {
    if (isNowhere) onClose();
  }, [isNowhere, onClose]);
  if (isNowhere || (!found && !error)) return null;
  return (
    <Dialog
      title={isDone ? doneWords(carry.data) : 'Carry it through to the pictures?'}
      size="lg"
      onClose={onClose}
      leave={isDone ? 'Close' : 'Leave them as they are'}
      acts={
        !isDone && (
          <Button
            type="button"
            fontWeight="600"
            data-autofocus
            disabled={!found || carry.isPending}
            onClick={() => carry.mutate()}
          >
            {found && actWords(found)}
          </Button>
        )
      }
    >
      <Flex columnGap="3" alignItems="baseline" wrap="wrap" paddingBottom="3" textStyle="title">
        <chakra.span textDecoration="line-through" color="soft">
          {joinKeywords(from)}
        </chakra.span>
        <span aria-hidden>→</span>
        <chakra.span>{to.length > 0 ? joinKeywords(to) : <em>taken away</em>}</chakra.span>
      </Flex>
      {found && found.samples.length > 0 && <Previews shown={found.samples} columns={6} />}
      <Box as="ul" listStyleType="none" paddingTop="3">
        {found?.assignments.map(({ id, name, pictures }) => (
          <ListRow
            as="li"
            key={id}
            name={
              isDone ? (
                <LinkButton asChild>
                  <Link href={`/assignments/${id}/describe?show=state.draft`}>{name}</Link>
                </LinkButton>
              ) : (
                name
              )
            }
            words={counted(pictures, 'picture')}
          />
        ))}
        {found?.templates.map(({ id, name }) => (
          <ListRow
            as="li"
            key={id}
            name={
              <LinkButton asChild>
                <Link href={`/templates/${id}`}>{name}</Link>
              </LinkButton>
            }
            words="template"
          />
        ))}
      </Box>
      <Box textStyle="hint" paddingTop="2">
        {isDone
          ? 'Nothing is in the files yet. Embed the drafts in each assignment; that is a run like any other, and can be undone.'
          : 'Pictures get drafts; their files stay as they are until the drafts are embedded. A template gets a new version.'}
      </Box>
      <Notice kind="error">{(error ?? carry.error)?.message}</Notice>
    </Dialog>
  );
}
