'use client';

import { Box, chakra, Dialog, Flex, Portal } from '@chakra-ui/react';
import { field } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import type { ChangeKind, Proof } from '@/core/drafts/proof';
import { Act, Plain } from '@/ui/acts';
import { valueWords } from '@/ui/valueWords';

const SHOWN = 3;
const dangerous: readonly ChangeKind[] = ['replaced', 'erased'];

/** "Embed 12, replace 3" */
export function embedWords({ pictures, replacing }: Proof): string {
  return replacing > 0 ? `Embed ${pictures}, replace ${replacing}` : `Embed ${pictures}`;
}

interface Props {
  readonly proof: Proof;
  readonly scope: string;
  readonly open: boolean;
  readonly busy: boolean;
  readonly onClose: () => void;
  readonly onEmbed: () => void;
}

/** Old → new before the originals are written. */
export function ProofDialog({ proof, scope, open, busy, onClose, onEmbed }: Props) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(event) => !event.open && onClose()}
      size="lg"
      scrollBehavior="inside"
      placement="center"
    >
      <Portal>
        <Dialog.Backdrop bg="blackAlpha.500" />
        <Dialog.Positioner>
          <Dialog.Content bg="leaf" borderRadius="sm" borderWidth="1px" borderColor="rule" boxShadow="none">
            <Dialog.Header paddingBottom="2">
              <Dialog.Title fontFamily="heading" fontSize="1.3125rem">
                What will stand in the files
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Box color="soft" fontSize="0.875rem" marginBottom="3">
                {scope}.{' '}
                {proof.replacing > 0
                  ? `In ${proof.replacing} of ${proof.pictures} something that stands there goes.`
                  : 'Nothing that stands there goes.'}{' '}
                Picture data stays as it is, and the run can be taken back.
              </Box>
              {proof.lines.map((line) => (
                <ProofLineRow key={`${line.kind} ${line.field}`} line={line} />
              ))}
            </Dialog.Body>
            <Dialog.Footer borderTopWidth="1px" gap="3">
              <Plain type="button" onClick={onClose}>
                Not yet
              </Plain>
              <Act type="button" onClick={onEmbed} disabled={busy} autoFocus>
                {embedWords(proof)}
              </Act>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function ProofLineRow({ line }: { line: Proof['lines'][number] }) {
  const danger = dangerous.includes(line.kind);
  return (
    <Flex gap="4" paddingY="2" borderTopWidth="1px" fontSize="0.875rem" alignItems="baseline">
      <Box width="10.5em" flexShrink={0}>
        <Box fontWeight="600">{field(line.field).standardName}</Box>
        <Box color={danger ? 'madderText' : 'soft'} fontWeight={danger ? '600' : '400'}>
          {line.kind} in {line.count}
        </Box>
      </Box>
      <Box minWidth="0" flex="1">
        {line.changes.slice(0, SHOWN).map(({ before, after, count }) => (
          <Box key={`${asText(before)}→${asText(after)}`} whiteSpace="pre-line" overflowWrap="anywhere">
            {before !== null && line.kind !== 'added to' && (
              <chakra.span textDecoration="line-through" color="soft">
                {valueWords(line.field, before)}
              </chakra.span>
            )}
            {before !== null && line.kind !== 'added to' && after !== null && ' → '}
            {after !== null && (
              <chakra.span fontFamily="heading">{valueWords(line.field, after)}</chakra.span>
            )}
            {line.changes.length > 1 && <chakra.span color="soft"> · {count}</chakra.span>}
          </Box>
        ))}
        {line.changes.length > SHOWN && (
          <Box color="soft">and {line.changes.length - SHOWN} different more</Box>
        )}
      </Box>
    </Flex>
  );
}
