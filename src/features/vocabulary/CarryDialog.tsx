'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
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
    mutationFn: () => requestOnce<{ pictures: number }>('vocabulary/carry', 'POST', { from, to }),
  });
  const isDone = carry.isSuccess;
  return (
    <Dialog
      title={
        isDone ? `Drafts on ${counted(carry.data.pictures, 'picture')}` : 'Carry it through to the pictures?'
      }
      size="lg"
      onClose={onClose}
      leave={isDone ? 'Close' : 'Leave the pictures as they are'}
      acts={
        !isDone && (
          <Button
            type="button"
            fontWeight="600"
            data-autofocus
            disabled={!found || found.pictures === 0 || carry.isPending}
            onClick={() => carry.mutate()}
          >
            Write drafts on {found ? counted(found.pictures, 'picture') : '…'}
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
      </Box>
      <Box textStyle="hint" paddingTop="2">
        {isDone
          ? 'Nothing is in the files yet. Embed the drafts in each assignment; that is a run like any other, and can be undone.'
          : found?.pictures === 0
            ? 'No picture carries it.'
            : 'Only drafts are written. The files stay as they are until the drafts are embedded.'}
      </Box>
      <Notice kind="error">{(error ?? carry.error)?.message}</Notice>
    </Dialog>
  );
}
