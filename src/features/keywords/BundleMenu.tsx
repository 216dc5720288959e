'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { joinKeywords } from '@/core/keywords/parse';
import { readyBundles } from '@/core/keywords/readyBundles';
import type { Bundle } from '@/server/operations/vocabulary/bundles';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { Popover } from '@/ui/Popover';
import { queryKeys } from '@/ui/queryKeys';
import { labels as uiLabels } from '@/ui/words';
import { labels } from './words';

/** Bundles: one press puts all words of one; of the words that are there a new one is made. */
export function BundleMenu({
  words,
  onTake,
}: {
  words: readonly string[];
  onTake: (words: readonly string[]) => void;
}) {
  const at = useRef<HTMLButtonElement>(null);
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <LinkButton ref={at} type="button" aria-expanded={isOpen} onClick={() => setOpen((before) => !before)}>
        {labels.bundles}
      </LinkButton>
      {isOpen && (
        <Popover at={at} onClose={() => setOpen(false)}>
          <Bundles
            words={words}
            onTake={(some) => {
              setOpen(false);
              onTake(some);
            }}
          />
        </Popover>
      )}
    </>
  );
}

function Bundles({
  words,
  onTake,
}: {
  words: readonly string[];
  onTake: (words: readonly string[]) => void;
}) {
  const { data: bundles = [] } = useQuery({
    queryKey: queryKeys.bundles(),
    queryFn: () => apiRequest<Bundle[]>('bundles'),
  });
  const [name, setName] = useState('');
  const make = useMutation({
    mutationFn: () => apiRequest('bundles', 'POST', { name, terms: words }),
    onSuccess: () => setName(''),
  });
  return (
    <Box width="24em" maxWidth="80vw">
      {bundles.length === 0 && (
        <Box textStyle="hint" paddingBottom="2">
          A bundle is a set of keywords under a name, put on by one press. Make one of what a picture carries.
        </Box>
      )}
      <Box maxHeight="20em" overflowY="auto">
        <Sets sets={bundles} onTake={onTake} />
        <Box textStyle="label" color="woad" paddingTop="2">
          Ready ones
        </Box>
        <Sets sets={readyBundles} onTake={onTake} />
      </Box>
      {words.length > 0 && (
        <>
          <Flex gap="2" paddingTop="2" alignItems="center">
            <TextInput
              aria-label={labels.nameOfTheNewBundle}
              placeholder="name of a new bundle"
              value={name}
              maxLength={120}
              onChange={(event) => setName(event.target.value)}
              onKeyDown={(event) => {
                if (event.key === 'Enter' && name.trim() !== '') make.mutate();
              }}
            />
            <Button
              type="button"
              disabled={name.trim() === '' || make.isPending}
              onClick={() => make.mutate()}
            >
              {uiLabels.save}
            </Button>
          </Flex>
          <Box textStyle="hint">
            of <chakra.span color="ink">{joinKeywords(words)}</chakra.span>
          </Box>
        </>
      )}
      <Notice kind="error">{make.error?.message}</Notice>
    </Box>
  );
}

function Sets({
  sets,
  onTake,
}: {
  sets: readonly Pick<Bundle, 'name' | 'terms'>[];
  onTake: (words: readonly string[]) => void;
}) {
  return (
    <Box as="ul" listStyleType="none">
      {sets.map((one) => (
        <Box as="li" key={one.name} borderBottomWidth="1px" paddingY="1">
          <LinkButton type="button" aria-label={`Put on ${one.name}`} onClick={() => onTake(one.terms)}>
            {one.name}
          </LinkButton>
          <Box textStyle="hint">{joinKeywords(one.terms)}</Box>
        </Box>
      ))}
    </Box>
  );
}
