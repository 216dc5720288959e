'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { starters } from '@/core/templates/starters';
import { Notice } from '@/ui/Notice';
import { StripDrawing } from '@/ui/ThreadStrip';
import { suppliedStrip } from '../supplied';
import { useBegin } from '../useBegin';

/** Sound forms to begin with; what is to be filled in cannot be embedded by mistake. */
export function Starters() {
  const { mutate, isPending, error } = useBegin();
  return (
    <>
      <Box
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(17rem, 1fr))"
        columnGap="8"
        opacity={isPending ? 0.6 : 1}
      >
        {starters.map(({ id, name, kind, about, entries }) => (
          <chakra.button
            key={id}
            type="button"
            disabled={isPending}
            onClick={() => mutate({ name, kind, entries })}
            textAlign="left"
            borderTopWidth="1px"
            paddingY="2"
            cursor="pointer"
            _hover={{ bg: 'leaf' }}
          >
            <Flex justifyContent="space-between" alignItems="center" gap="3">
              <chakra.span fontFamily="heading" fontWeight="600">
                {name}
              </chakra.span>
              <StripDrawing strip={suppliedStrip(entries)} />
            </Flex>
            <Box textStyle="hint">{about}</Box>
          </chakra.button>
        ))}
      </Box>
      {error && <Notice kind="error">{error.message}</Notice>}
    </>
  );
}
