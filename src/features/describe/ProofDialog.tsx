'use client';

import { Box, Dialog, Portal } from '@chakra-ui/react';
import type { Proof } from '@/core/drafts/proof';
import { Act, Plain } from '@/ui/acts';
import { ProofLines } from '@/ui/ProofLines';

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
              <ProofLines proof={proof} />
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
