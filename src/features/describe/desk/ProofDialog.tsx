'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import type { Proof } from '@/core/drafts/proof';
import { agrees, counted, formatNumber } from '@/core/wording/counts';
import type { BlockedFolder } from '@/server/operations/folders/blockedFolders';
import type { DraftsProof } from '@/server/operations/photos/selectionValues';
import { PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { ProofLines } from '@/ui/ProofLines';
import { labels as uiLabels } from '@/ui/words';

/** "Embed 12, replace 3" */
export function embedWords({ pictures, replacing }: Proof): string {
  return replacing > 0
    ? `Embed ${formatNumber(pictures)}, replace ${formatNumber(replacing)}`
    : `Embed ${formatNumber(pictures)}`;
}

/** "2 of 12 lose an existing value." */
export function replacingWords({ replacing, pictures }: Pick<Proof, 'replacing' | 'pictures'>): string {
  return `${formatNumber(replacing)} of ${formatNumber(pictures)} ${agrees(replacing, 'loses', 'lose')} an existing value.`;
}

/** Explicit yeses: without them such a picture is left as it is, and the receipt says why. */
export interface WriteChoices {
  readonly replaceUnreadable: boolean;
  readonly breakProvenance: boolean;
  readonly loseJpeg: boolean;
}

interface Props {
  readonly proof: DraftsProof;
  /** Folders that nothing can be written into. */
  readonly blocked: readonly BlockedFolder[];
  readonly scope: string;
  readonly busy: boolean;
  readonly error?: string | undefined;
  readonly onClose: () => void;
  readonly onEmbed: (choices: WriteChoices) => void;
}

const blockedWords: Readonly<Record<BlockedFolder['why'], string>> = {
  missing: 'the folder is not there. Connect its disk, and look again.',
  full: 'the disk is full. Make room, and look again.',
  'not-writable': 'Fabrica may not write there. Change the permissions of the folder, and look again.',
};

const CUT_SHOWN = 120;

/** Old → new before the originals are written. */
export function ProofDialog({ proof, blocked, scope, busy, error, onClose, onEmbed }: Props) {
  const [choices, setChoices] = useState<WriteChoices>({
    replaceUnreadable: false,
    breakProvenance: false,
    loseJpeg: false,
  });
  const unwritable = blocked.reduce((sum, one) => sum + one.pictures, 0);
  return (
    <Dialog
      title={uiLabels.reviewChangesBeforeTheyAreWritten}
      size="lg"
      onClose={onClose}
      acts={
        <PrimaryButton
          type="button"
          onClick={() => onEmbed(choices)}
          disabled={busy || unwritable >= proof.pictures}
          data-autofocus
        >
          {embedWords(proof)}
        </PrimaryButton>
      }
    >
      <Notice kind="error">{error}</Notice>
      <Box color="soft" fontSize="body" marginBottom="3">
        {scope}. {proof.replacing > 0 ? replacingWords(proof) : uiLabels.noExistingValuesWillBeOverwritten}{' '}
        Picture data stays as it is, and you can undo this run.
      </Box>
      {blocked.map(({ folder, why, pictures }) => (
        <Notice kind="error" key={folder} paddingBottom="2">
          {counted(pictures, 'picture')} in “{folder}” cannot be written: {blockedWords[why]}
        </Notice>
      ))}
      {proof.replaced > 0 && (
        <Notice kind="warning" paddingBottom="2">
          {counted(proof.replaced, 'picture')} {proof.replaced === 1 ? 'stays' : 'stay'} as{' '}
          {proof.replaced === 1 ? 'it is' : 'they are'}: another program replaced the file. Choose at the desk
          what to do with the drafts.
        </Notice>
      )}
      <ProofLines proof={proof} />
      <Cuts cuts={proof.cuts} />
      <Hindered
        count={proof.unreadable}
        words="have a record that cannot be read to its end, or that other programs refuse. They are left as they are."
        choice="Write such a record new from what could be read; the rest of it is lost"
        checked={choices.replaceUnreadable}
        onChange={(replaceUnreadable) => setChoices({ ...choices, replaceUnreadable })}
      />
      <Hindered
        count={proof.signed}
        words="carry signed provenance (C2PA). Any change breaks the signature, so they are left as they are."
        choice="Write them anyway"
        checked={choices.breakProvenance}
        onChange={(breakProvenance) => setChoices({ ...choices, breakProvenance })}
      />
      <Hindered
        count={proof.restorable}
        words="hold a JPEG that can be restored byte for byte until their metadata change. They are left as they are."
        choice="Write them; their JPEGs cannot be restored any more"
        checked={choices.loseJpeg}
        onChange={(loseJpeg) => setChoices({ ...choices, loseJpeg })}
      />
    </Dialog>
  );
}

/** What older programs, which read IIM alone, will see cut. */
function Cuts({ cuts }: Pick<DraftsProof, 'cuts'>) {
  if (cuts.length === 0) return null;
  return (
    <Box borderTopWidth="1px" paddingY="2" fontSize="body">
      <Box color="weldText">Longer than IIM takes: XMP holds it whole, older programs will see it cut.</Box>
      {cuts.map(({ field, text, bytes, most, pictures }) => (
        <Box key={`${field} ${text}`} textStyle="hint" overflowWrap="anywhere">
          {fieldLabel(field)}: “{text.slice(0, CUT_SHOWN)}
          {text.length > CUT_SHOWN && ' …'}”, {formatNumber(bytes)} of {formatNumber(most)} bytes, in{' '}
          {counted(pictures, 'picture')}
        </Box>
      ))}
    </Box>
  );
}

/** Pictures that are only written when somebody says so. */
function Hindered({
  count,
  words,
  choice,
  checked,
  onChange,
}: {
  count: number;
  words: string;
  choice: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  if (count === 0) return null;
  return (
    <Box borderTopWidth="1px" paddingY="2" fontSize="body">
      <Box color="weldText">
        {counted(count, 'picture')}: {words}
      </Box>
      <chakra.label display="flex" gap="2" alignItems="baseline" marginTop="1">
        <input type="checkbox" checked={checked} onChange={(event) => onChange(event.target.checked)} />
        {choice}
      </chakra.label>
    </Box>
  );
}
