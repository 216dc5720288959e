'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { memo, type ReactNode, useState } from 'react';
import { type FieldId, field, fieldLabel } from '@/core/catalogue/fields';
import type { QuestionId } from '@/core/catalogue/row';
import type { Values } from '@/core/templates/resolution';
import type { Entry } from '@/core/templates/template';
import type { ListedIdentity } from '@/server/operations/identities/identities';
import { LinkButton } from '@/ui/buttons';
import { DetailsPanel } from '../builders/DetailsPanel';
import { LicencePanel, licenceOf } from '../builders/LicencePanel';
import { RightsPagePanel } from '../builders/RightsPagePanel';
import { WhoIsWho } from '../builders/WhoIsWho';
import type { Book } from './bookState';

type PanelId = 'details' | 'who is who' | 'open licence' | 'rights page';
const panels: { readonly [Q in QuestionId]?: readonly PanelId[] } = {
  made: ['details', 'who is who'],
  owned: ['open licence', 'rights page'],
  reached: ['details'],
};
const panelWords: Readonly<Record<PanelId, string>> = {
  details: 'from my details',
  'who is who': 'who is who?',
  'open licence': 'an open licence',
  'rights page': 'a page of my rights',
};

/** A question with what helps to answer it, its lines, and what else is possible. */
export function QuestionHead({
  question,
  title,
  possible,
  book,
  put,
  onOpen,
  values,
  identities,
  children,
}: {
  question: QuestionId;
  title: string;
  possible: readonly FieldId[];
  book: Book;
  put: (made: readonly Entry[]) => void;
  onOpen: (id: FieldId) => void;
  values: Values;
  identities: readonly ListedIdentity[];
  children: ReactNode;
}) {
  const [open, setOpen] = useState<PanelId>();
  const close = (made: readonly Entry[]) => {
    put(made);
    setOpen(undefined);
  };
  return (
    <>
      <Half>
        <Flex
          paddingX={{ base: 5, lg: 8 }}
          borderBottomWidth="1px"
          marginBottom="1"
          gap="5"
          alignItems="baseline"
        >
          <Box as="h2" fontFamily="heading" fontSize="lead" fontWeight="600" color="woad" flex="1">
            {title}
          </Box>
          {panels[question]?.map((panel) => (
            <LinkButton
              key={panel}
              type="button"
              fontSize="small"
              aria-expanded={open === panel}
              onClick={() => setOpen(open === panel ? undefined : panel)}
            >
              {panelWords[panel]}
            </LinkButton>
          ))}
        </Flex>
        {open && (
          <Box paddingX={{ base: 5, lg: 8 }} fontSize="small">
            {open === 'details' && <DetailsPanel identities={identities} put={close} />}
            {open === 'who is who' && <WhoIsWho book={book} onOpen={onOpen} />}
            {open === 'open licence' && (
              <LicencePanel
                start={licenceOf((id) => book.entries[id]?.typed ?? '', '{{ creator }}')}
                put={close}
                onPublicDomain={close}
              />
            )}
            {open === 'rights page' && <RightsPagePanel values={values} />}
          </Box>
        )}
      </Half>
      {children}
      {possible.length > 0 && <Possible ids={possible} onOpen={onOpen} />}
    </>
  );
}

/** Words shown before one asks for all of them. */
const FIRST_WORDS = 7;

/** What else could be an entry, a word each. */
const Possible = memo(function Possible({
  ids,
  onOpen,
}: {
  ids: readonly FieldId[];
  onOpen: (id: FieldId) => void;
}) {
  const [all, setAll] = useState(false);
  const shown = all || ids.length <= FIRST_WORDS + 1 ? ids : ids.slice(0, FIRST_WORDS);
  return (
    <Half>
      <Box paddingX={{ base: 5, lg: 8 }} textStyle="hint" paddingTop="0.5" lineHeight="1.6">
        <chakra.span fontStyle="italic">More fields: </chakra.span>
        {shown.map((id, index) => (
          <span key={id}>
            {index > 0 && ' · '}
            <LinkButton
              type="button"
              color="soft"
              textDecoration="none"
              minHeight="0"
              _hover={{ color: 'woad', textDecoration: 'underline' }}
              title={field(id).help}
              onClick={() => onOpen(id)}
            >
              {fieldLabel(id)}
            </LinkButton>
          </span>
        ))}
        {shown.length < ids.length && (
          <>
            {' · '}
            <LinkButton type="button" minHeight="0" onClick={() => setAll(true)}>
              {ids.length - shown.length} more
            </LinkButton>
          </>
        )}
      </Box>
    </Half>
  );
});

/** The left page alone. */
function Half({ children }: { children: ReactNode }) {
  return (
    <Box display="grid" gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}>
      <Box minWidth="0">{children}</Box>
    </Box>
  );
}
