'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { type FirstAnswers, usualTerms } from '@/core/templates/firstTemplate';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { Button } from '@/ui/buttons';
import { Select, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { useKeptState } from '@/ui/useKeptState';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { labels } from './words';

const nothingYet: FirstAnswers = { name: '', reach: '', owner: '', terms: usualTerms[0], year: 'taken' };

/** The very first run asks five things, and makes a template of them. */
export function FirstTemplate() {
  const router = useRouter();
  const requestOnce = useRequestOnce();
  const { value: answers, set: keep, done } = useKeptState<FirstAnswers>('first template', nothingYet);
  const set = (part: Partial<FirstAnswers>) => keep({ ...answers, ...part });
  const { mutate, isPending, error } = useMutation({
    mutationFn: () => requestOnce<ListedTemplate>('templates/first', 'POST', answers),
    // The page then shows the template, and says what comes next.
    onSuccess: () => {
      done();
      router.refresh();
    },
  });
  return (
    <chakra.form
      borderTopWidth="1px"
      paddingTop="2"
      onSubmit={(event) => {
        event.preventDefault();
        mutate();
      }}
    >
      <Box color="soft" fontSize="body" marginBottom="2">
        Five questions, once. The answers are kept as your details, and a template puts them into every
        picture.
      </Box>
      <Question words={labels.yourName}>
        <TextInput
          value={answers.name}
          onChange={(event) => set({ name: event.target.value })}
          autoComplete="name"
        />
      </Question>
      <Question words={labels.howAreYouReached}>
        <TextInput
          value={answers.reach}
          onChange={(event) => set({ reach: event.target.value })}
          placeholder="e-mail, telephone, web"
        />
      </Question>
      <Question words="Whose rights?">
        <TextInput
          value={answers.owner}
          onChange={(event) => set({ owner: event.target.value })}
          placeholder={answers.name || 'yours'}
        />
      </Question>
      <Question words="On what terms?">
        <TextInput
          value={answers.terms}
          onChange={(event) => set({ terms: event.target.value })}
          list="usual-terms"
        />
        <datalist id="usual-terms">
          {usualTerms.map((terms) => (
            <option key={terms} value={terms} />
          ))}
        </datalist>
      </Question>
      <Question words="Since when?">
        <Select
          value={answers.year}
          onChange={(event) => set({ year: event.target.value as FirstAnswers['year'] })}
          width="100%"
        >
          <option value="taken">the year each picture was taken</option>
          <option value="published">the year it was first published</option>
        </Select>
      </Question>
      <Flex gap="4" alignItems="center" marginTop="3">
        <Button type="submit" disabled={isPending || answers.name.trim() === ''}>
          {labels.makeTheTemplate}
        </Button>
        {error && (
          <Notice kind="error" as="span">
            {error.message}
          </Notice>
        )}
      </Flex>
    </chakra.form>
  );
}

function Question({ words, children }: { words: string; children: ReactNode }) {
  return (
    <chakra.label display="flex" gap="4" alignItems="center" fontSize="body" marginTop="1">
      <chakra.span width="10.5em" color="soft" flexShrink={0}>
        {words}
      </chakra.span>
      <Box flex="1">{children}</Box>
    </chakra.label>
  );
}
