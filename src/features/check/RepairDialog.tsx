'use client';

import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { Checked } from '@/core/checks/checkAll';
import type { Rule } from '@/core/checks/checklist';
import type { PictureFacts } from '@/core/checks/facts';
import type { Changes } from '@/core/checks/repairs';
import { proofOf } from '@/core/drafts/proof';
import { these } from '@/core/drafts/scope';
import { ruleName } from '@/core/wording/checkWords';
import { counted } from '@/core/wording/counts';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { ProofLines } from '@/ui/ProofLines';
import { replacingWords } from '../describe/desk/ProofDialog';
import type { Write } from '../describe/store/useWriting';

/** Pictures that one request holds. */
const AT_ONCE = 10_000;

/** Old → new of what one step fixes, before it is written as drafts. */
export function RepairDialog({
  rule,
  repairs,
  checked,
  write,
  onClose,
}: {
  rule: Rule;
  repairs: ReadonlyMap<string, Changes>;
  checked: Checked;
  write: Write;
  onClose: () => void;
}) {
  // What was shown is what is written, whatever comes meanwhile.
  const [{ rows, proof }] = useState(() => ({
    rows: [...repairs].map(([id, values]) => ({ id, values })),
    proof: proofOf(
      checked.pictures.flatMap((one) => {
        const changes = repairs.get(one.id);
        return changes ? [{ file: asFile(one), drafts: asDrafts(changes) }] : [];
      }),
    ),
  }));
  return (
    <Dialog
      title={`Fix: ${ruleName(rule)}`}
      size="lg"
      onClose={onClose}
      acts={
        <Button
          type="button"
          data-autofocus
          onClick={() => {
            for (let at = 0; at < rows.length; at += AT_ONCE) {
              const some = rows.slice(at, at + AT_ONCE);
              write(these(some.map((one) => one.id)), { kind: 'cells', rows: some });
            }
            onClose();
          }}
        >
          Write into {counted(rows.length, 'draft')}
        </Button>
      }
    >
      <Box color="soft" fontSize="body" marginBottom="3">
        {proof.replacing > 0 ? replacingWords(proof) : 'No value that is there now is lost.'} Drafts are
        written; the files stay as they are until you embed, and Undo takes it back.
      </Box>
      <ProofLines proof={proof} />
    </Dialog>
  );
}

const asFile = ({ values, broken }: PictureFacts) =>
  Object.fromEntries(
    Object.entries(values).map(([id, value]) => [id, { value, agrees: !broken.includes(id as FieldId) }]),
  );

const asDrafts = (changes: Changes) =>
  Object.fromEntries(Object.entries(changes).map(([id, value]) => [id, { value }]));
