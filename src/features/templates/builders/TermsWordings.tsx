'use client';

import { Box } from '@chakra-ui/react';
import { usageTermsWordings } from '@/core/rights/usageTerms';
import { LinkButton } from '@/ui/buttons';

/** Common wordings; one is taken and then changed at will. */
export function TermsWordings({ onType }: { onType: (typed: string) => void }) {
  return usageTermsWordings.map(({ name, text }) => (
    <Box key={name} paddingY="0.5">
      <LinkButton type="button" onClick={() => onType(text)}>
        {name}
      </LinkButton>{' '}
      <Box as="span" color="soft">
        {text.replace(/\{\{\s*([^}?:]*?)\s*(?:[?:][^}]*)?\}\}/g, '[$1]').replace(/\{\[|\]\}/g, '')}
      </Box>
    </Box>
  ));
}
