'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { asText } from '@/core/catalogue/value';
import { ccChoiceOf, ccName, ccUrl } from '@/core/rights/creativeCommons';
import { type RightsPage, rightsPageHtml, rightsPageText } from '@/core/rights/rightsPage';
import type { Values } from '@/core/templates/resolution';
import { Button, LinkButton } from '@/ui/buttons';
import { Panel } from './Builder';

/** The page that Web Statement of Rights leads to: ready as text and as HTML, to be put on one's own site. */
export function RightsPagePanel({ values }: { values: Values }) {
  const [copied, setCopied] = useState(false);
  const page = pageFrom(values);
  const text = rightsPageText(page);
  const save = () => {
    const url = URL.createObjectURL(new Blob([rightsPageHtml(page)], { type: 'text/html' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = 'use-of-pictures.html';
    link.click();
    URL.revokeObjectURL(url);
  };
  return (
    <Panel>
      <Box color="soft">
        {page.licence ? `Under ${page.licence.name}.` : 'All rights reserved.'} Made of this template’s owner,
        contact and licence. Put it on your own site, then write its address into Web Statement of Rights.
      </Box>
      <chakra.pre
        fontFamily="heading"
        fontSize="body"
        whiteSpace="pre-wrap"
        bg="sheet"
        padding="3"
        marginY="2"
        maxHeight="16rem"
        overflowY="auto"
        tabIndex={0}
      >
        {text}
      </chakra.pre>
      <Flex gap="4" alignItems="center">
        <Button type="button" height="1.75rem" onClick={save}>
          Save as an HTML page
        </Button>
        <LinkButton
          type="button"
          onClick={() => void navigator.clipboard.writeText(text).then(() => setCopied(true))}
        >
          copy the text
        </LinkButton>
        <span role="status">{copied ? 'copied' : ''}</span>
      </Flex>
    </Panel>
  );
}

function pageFrom(values: Values): RightsPage {
  const choice = ccChoiceOf((id) => asText(values[id]));
  return {
    owner:
      asText(values.copyrightOwner) ||
      asText(values.creator) ||
      asText(values.creditLine) ||
      'the photographer',
    email: asText(values.contactEmail),
    telephone: asText(values.contactPhone),
    web: asText(values.contactWeb),
    ...(choice?.kind === 'licence' ? { licence: { name: ccName(choice), url: ccUrl(choice) } } : {}),
  };
}
