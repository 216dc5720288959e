'use client';

import { Box, Flex } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Scope } from '@/core/drafts/scope';
import { makerKey } from '@/core/rights/makers';
import { counted, formatNumber } from '@/core/wording/counts';
import type { TemplatesProof } from '@/server/operations/drafts/writeDrafts';
import type { AnsweredMaker } from '@/server/operations/identities/makers';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { MakerQuestions } from '@/ui/MakerQuestions';
import { ProofLines } from '@/ui/ProofLines';
import { queryKeys } from '@/ui/queryKeys';
import { useMakers } from '@/ui/useMakers';
import { replacingWords } from './ProofDialog';
import { TemplatesList } from './TemplatesList';

interface Props {
  readonly assignmentId: string;
  readonly scope: Scope;
  readonly count: number;
  /** Chosen at first: those in force. */
  readonly inForce: readonly string[];
  readonly onPut: (templates: readonly string[]) => void;
  readonly onClose: () => void;
}

/** Templates of the shelf for the selection: chosen at the left, what they would write at the right. */
export function TemplatesDialog({ assignmentId, scope, count, inForce, onPut, onClose }: Props) {
  const [chosen, setChosen] = useState<readonly string[]>(inForce);
  const { answers, answer, kept } = useMakers();
  const { data: proof, error, isPlaceholderData } = useProof(assignmentId, scope, chosen, kept);
  const ready = chosen.length > 0 && proof !== undefined && proof.pictures > 0 && !isPlaceholderData;
  const pictures = count === 1 ? 'this picture' : counted(count, 'picture');
  return (
    <Dialog
      title={`Templates for ${pictures}`}
      size="xl"
      onClose={onClose}
      beside="They become drafts, and can be undone. Nothing is written into files yet."
      acts={
        <>
          {/* Madder is for what writes into files. */}
          <Button type="button" fontWeight="600" disabled={!ready} onClick={() => onPut(chosen)}>
            {ready ? `Apply to ${formatNumber(proof.pictures)}` : 'Nothing to apply'}
          </Button>
        </>
      }
    >
      <Flex gap="6" direction={{ base: 'column', md: 'row' }}>
        <Box width={{ md: '18em' }} flexShrink={0}>
          <TemplatesList chosen={chosen} onChange={setChosen} />
        </Box>
        <Box flex="1" minWidth="0" aria-live="polite">
          {proof && (
            <MakerQuestions
              groups={proof.others}
              answerOf={(name) => answers.get(makerKey(name))}
              onAnswer={answer}
            />
          )}
          <Box color={error ? 'madderText' : 'soft'} fontSize="body" paddingY="2">
            {error?.message ?? proofWords(proof, chosen.length)}
          </Box>
          {proof && chosen.length > 0 && <ProofLines proof={proof} />}
        </Box>
      </Flex>
    </Dialog>
  );
}

/** Reads the proof again when an answer about a maker is saved: the answer decides what may be written. */
function useProof(
  assignmentId: string,
  scope: Scope,
  templates: readonly string[],
  answers: readonly AnsweredMaker[],
) {
  return useQuery({
    queryKey: queryKeys.templatesProof(assignmentId, scope, templates, answers),
    queryFn: () =>
      apiRequest<TemplatesProof>(`assignments/${assignmentId}/templates-proof`, 'POST', { scope, templates }),
    enabled: templates.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 60_000,
  });
}

function proofWords(proof: TemplatesProof | undefined, chosen: number): string {
  if (chosen === 0) return 'Choose one template, or several in the order in which they are to be put in.';
  if (!proof) return 'Looking what would change …';
  if (proof.pictures === 0) return 'Nothing would change.';
  const lost = proof.replacing > 0 ? replacingWords(proof) : 'No value that is there now is lost.';
  return `${counted(proof.pictures, 'picture changes', 'pictures change')}. ${lost}`;
}
