'use client';

import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import type { FieldId } from '@/core/catalogue/fields';
import type { Rule } from '@/core/checks/checklist';
import type { Scope } from '@/core/drafts/scope';
import { makerKey } from '@/core/rights/makers';
import { ruleName } from '@/core/wording/checkWords';
import { counted } from '@/core/wording/counts';
import type { TemplatesProof } from '@/server/operations/drafts/writeDrafts';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { MakerQuestions } from '@/ui/MakerQuestions';
import { Notice } from '@/ui/Notice';
import { ProofLines } from '@/ui/ProofLines';
import { queryKeys } from '@/ui/queryKeys';
import { useMakers } from '@/ui/useMakers';
import type { Write } from '../describe/store/useWriting';

/** What the templates in force would put into empty fields of the pictures that fail, before it is written. */
export function FillDialog({
  assignmentId,
  rule,
  scope,
  fields,
  write,
  onClose,
}: {
  assignmentId: string;
  rule: Rule;
  scope: Scope;
  fields: readonly FieldId[];
  write: Write;
  onClose: () => void;
}) {
  const { answers, answer, kept } = useMakers();
  const { data: proof, error } = useQuery({
    queryKey: queryKeys.templatesProof(assignmentId, scope, fields, kept),
    queryFn: () =>
      apiRequest<TemplatesProof>(`assignments/${assignmentId}/templates-proof`, 'POST', {
        scope,
        fillOnly: fields,
      }),
    retry: false,
    gcTime: 60_000,
  });
  return (
    <Dialog
      title={`Fill from the templates in force: ${ruleName(rule)}`}
      size="lg"
      onClose={onClose}
      acts={
        <Button
          type="button"
          disabled={!proof || proof.pictures === 0}
          onClick={() => {
            write(scope, { kind: 'put-templates', fillOnly: fields });
            onClose();
          }}
        >
          {proof ? `Write into ${counted(proof.pictures, 'draft')}` : 'Looking …'}
        </Button>
      }
    >
      <Notice kind="error">{error?.message}</Notice>
      {proof && (
        <>
          <MakerQuestions
            groups={proof.others}
            answerOf={(name) => answers.get(makerKey(name))}
            onAnswer={answer}
          />
          <Box color="soft" fontSize="body" marginBottom="3">
            {proof.pictures === 0
              ? 'The templates in force say nothing of this. Put another one in force under Prepare, or write it.'
              : 'Only empty fields are filled. Drafts are written; the files stay as they are until you embed.'}
          </Box>
          <ProofLines proof={proof} />
        </>
      )}
    </Dialog>
  );
}
