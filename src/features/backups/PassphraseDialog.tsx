'use client';

import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { Button, PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Field } from '@/ui/Field';
import { TextInput } from '@/ui/inputs';
import { labels } from './words';

const FEWEST = 8;

/** A passphrase that seals every backup from now on; typed twice, for nothing opens a backup without it. */
export function PassphraseDialog({
  isSealed,
  onChoose,
  onClose,
}: {
  isSealed: boolean;
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
          {isSealed && <Button onClick={() => choose('')}>{labels.unseal}</Button>}
          <PrimaryButton disabled={isShort || first !== second} onClick={() => choose(first)}>
            {labels.seal}
          </PrimaryButton>
        </>
      }
    >
      <Box textStyle="hint" paddingBottom="3">
        Write it down: nobody can open a backup without it. Backups that are there already stay as they are.
        It is kept in the data folder of this machine, so that backups are sealed by themselves.
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
        label={labels.passphraseAgain}
        hint={second !== '' && second !== first ? 'Not the same yet.' : ''}
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
