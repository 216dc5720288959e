'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { formatNumber } from '@/core/wording/counts';

/** A term of a list across a selection: on all, or on some with their number; one press puts it on all. */
export function Term({
  term,
  count,
  of,
  onAll,
  onRemove,
}: {
  term: string;
  count: number;
  of: number;
  onAll: () => void;
  onRemove: () => void;
}) {
  const everywhere = count === of;
  return (
    <Flex
      as="span"
      alignItems="center"
      borderWidth="1px"
      borderStyle={everywhere ? 'solid' : 'dashed'}
      borderColor="rule"
      fontSize="body"
      height="1.625rem"
      maxWidth="100%"
    >
      {everywhere ? (
        <chakra.span paddingLeft="2" truncate>
          {term}
        </chakra.span>
      ) : (
        <chakra.button
          type="button"
          onClick={onAll}
          paddingLeft="2"
          cursor="pointer"
          title={`Put “${term}” on all ${of}`}
          truncate
        >
          {term}{' '}
          <chakra.span color="soft" fontSize="tiny">
            {formatNumber(count)} of {formatNumber(of)}
          </chakra.span>
        </chakra.button>
      )}
      <chakra.button
        type="button"
        onClick={onRemove}
        aria-label={`Remove ${term}`}
        width="1.5rem"
        height="1.5rem"
        color="soft"
        cursor="pointer"
        _hover={{ color: 'ink' }}
      >
        ×
      </chakra.button>
    </Flex>
  );
}
