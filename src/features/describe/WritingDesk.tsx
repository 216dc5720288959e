'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { Plain, WordAct } from '@/ui/acts';
import { CaptionBox } from './CaptionBox';
import { KeywordsBox } from './KeywordsBox';
import { useDesk } from './useDesk';
import type { Write } from './usePhotos';
import type { PhotoView } from './view';

interface Props {
  readonly assignmentId: string;
  readonly chosen: readonly PhotoView[];
  readonly write: Write;
  readonly saving: boolean;
  readonly inForce: readonly string[];
}

/** The desk at the foot. It says in words what it writes to; without a selection it rests. */
export function WritingDesk({ assignmentId, chosen, write, saving, inForce }: Props) {
  const ids = useMemo(() => chosen.map((view) => view.id), [chosen]);
  const desk = useDesk(assignmentId, ids);
  const drafted = chosen.filter((view) => view.drafted);
  if (chosen.length === 0) {
    return (
      <Desk>
        <Box fontSize="0.875rem" color="soft" paddingY="2">
          Select pictures to write: one, several with Ctrl or Shift, all with Ctrl+A. The key line above
          selects those that lack something.
        </Box>
      </Desk>
    );
  }
  return (
    <Desk>
      <Flex alignItems="center" gap="5" fontSize="0.8125rem" minHeight="2.25rem" flexWrap="wrap">
        <chakra.span color="woad" fontWeight="600" fontSize="0.875rem">
          Writing to {chosen.length === 1 ? chosen[0]!.name : `${chosen.length} pictures`}
        </chakra.span>
        <chakra.span color="soft" role="status">
          {saving ? 'saving …' : drafted.length > 0 ? `${drafted.length} with drafts, saved` : 'no drafts'}
        </chakra.span>
        <Flex flex="1" justifyContent="flex-end" gap="4" alignItems="center" flexWrap="wrap">
          {drafted.length > 0 && (
            <WordAct
              type="button"
              onClick={() =>
                write(
                  drafted.map((view) => view.id),
                  { kind: 'discard' },
                )
              }
            >
              Discard drafts of {drafted.length === 1 ? 'this picture' : `${drafted.length}`}
            </WordAct>
          )}
          {inForce.length > 0 && (
            <Plain
              type="button"
              onClick={() => write(ids, { kind: 'put-templates' })}
              title={inForce.join(', then ')}
            >
              Put in the {inForce.length} templates in force
            </Plain>
          )}
        </Flex>
      </Flex>
      <Box
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: 'minmax(0, 3fr) minmax(0, 2fr)' }}
        gap="6"
        paddingBottom="3"
        key={ids.join()}
      >
        <CaptionBox ids={ids} desk={desk} write={write} />
        <KeywordsBox ids={ids} desk={desk} write={write} />
      </Box>
    </Desk>
  );
}

function Desk({ children }: { children: React.ReactNode }) {
  return (
    <Box
      as="section"
      aria-label="Writing desk"
      bg="leaf"
      borderTopWidth="2px"
      borderColor="woad"
      paddingX="5"
      maxHeight="50vh"
      overflowY="auto"
      flexShrink={0}
    >
      {children}
    </Box>
  );
}
