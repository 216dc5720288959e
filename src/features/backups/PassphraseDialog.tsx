'use client';

import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { Button, PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Field } from '@/ui/Field';
import { TextInput } from '@/ui/inputs';
import { labels } from './words';

const FEWEST = 8;

/** Asks for a passphrase twice, because a mistyped passphrase would make backups unreadable. */
export function PassphraseDialog({
  isEncrypted,
  onChoose,
  onClose,
}: {
  isEncrypted: boolean;
  onChoose: (passphrase: string) => void;
  onClose: () => void;
}) {
  const [first, setFirst] = useState('');
  const [second, setSecond] = useState('');
  const choose = (passphrase: string) => {
    onChoose(passphrase);
    onClose();
  };
  const isShort = first.length < FEWEST;
  return (
    <Dialog
      title={labels.passphrase}
      size="lg"
      onClose={onClose}
      acts={
        <>
          {isEncrypted && <Button onClick={() => choose('')}>{labels.removePassphrase}</Button>}
          <PrimaryButton disabled={isShort || first !== second} onClick={() => choose(first)}>
            {labels.encrypt}
          </PrimaryButton>
        </>
      }
    >
      <Box textStyle="hint" paddingBottom="3">
        Write it down: without it a backup cannot be restored. Existing backups do not change. Fabrica saves
        the passphrase in its data folder, so that scheduled backups are encrypted too.
      </Box>
      <Field label={labels.passphrase} hint={first !== '' && isShort ? `At least ${FEWEST} characters.` : ''}>
        <TextInput
          type="password"
          autoComplete="new-password"
          data-autofocus
          value={first}
          onChange={({ target }) => setFirst(target.value)}
        />
      </Field>
      <Field
        label={labels.repeatPassphrase}
        hint={second !== '' && second !== first ? 'The passphrases differ.' : ''}
      >
        <TextInput
          type="password"
          autoComplete="new-password"
          value={second}
          onChange={({ target }) => setSecond(target.value)}
        />
      </Field>
    </Dialog>
  );
}
