'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { Button, LinkButton, SignButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { NewCondition } from './NewCondition';
import { labels } from './words';

/** The conditions of a search as sentences: each can be removed, and others are built of their parts. */
export function Conditions({
  where,
  notUnderstood,
  onChange,
}: {
  where: readonly string[];
  notUnderstood: readonly string[];
  onChange: (where: readonly string[]) => void;
}) {
  const [isAdding, setAdding] = useState(false);
  return (
    <>
      <Flex
        as="ul"
        aria-label={labels.conditions}
        gap="2"
        wrap="wrap"
        alignItems="center"
        marginTop="2"
        listStyleType="none"
      >
        {where.map((sentence) => (
          <Flex
            as="li"
            key={sentence}
            alignItems="center"
            gap="1"
            paddingX="2"
            bg="wash"
            fontSize="body"
            maxWidth="100%"
            color={notUnderstood.includes(sentence) ? 'weldText' : 'ink'}
          >
            <chakra.span truncate>{sentence}</chakra.span>
            <SignButton
              type="button"
              aria-label={`Remove ${sentence}`}
              data-control="remove a condition"
              onClick={() => onChange(where.filter((one) => one !== sentence))}
            >
              ×
            </SignButton>
          </Flex>
        ))}
        <li>
          <Button type="button" aria-expanded={isAdding} onClick={() => setAdding(!isAdding)}>
            {labels.addACondition}
          </Button>
        </li>
        {where.length > 1 && (
          <li>
            <LinkButton type="button" onClick={() => onChange([])}>
              {labels.removeAll}
            </LinkButton>
          </li>
        )}
      </Flex>
      {isAdding && (
        <NewCondition
          onAdd={(sentence) => {
            if (!where.includes(sentence)) onChange([...where, sentence]);
            setAdding(false);
          }}
        />
      )}
      <Notice kind="warning">
        {notUnderstood.length > 0 &&
          `Not understood, and not searched for: ${notUnderstood.map((one) => `“${one}”`).join(', ')}.`}
      </Notice>
    </>
  );
}
