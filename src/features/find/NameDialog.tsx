'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';

/** Asks for the name under which something is kept, and says what becomes of it. */
export function NameDialog({
  title,
  label,
  hint,
  act,
  offered,
  save,
  onClose,
}: {
  title: string;
  label: string;
  hint: string;
  /** Words of the act. */
  act: string;
  /** The name to begin with. */
  offered: string;
  save: {
    readonly mutate: (name: string) => void;
    readonly isPending: boolean;
    readonly error: Error | null;
  };
  onClose: () => void;
}) {
  const [name, setName] = useState(offered);
  return (
    <Dialog
      title={title}
      size="lg"
      onClose={onClose}
      acts={
        <Button
          type="button"
          disabled={name.trim() === '' || save.isPending}
          onClick={() => save.mutate(name)}
        >
          {act}
        </Button>
      }
    >
      <chakra.label display="block" fontSize="body">
        {label}
        <TextInput
          data-autofocus
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </chakra.label>
      <Box textStyle="hint" marginTop="2">
        {hint}
      </Box>
      <Notice kind="error">{save.error?.message}</Notice>
    </Dialog>
  );
}
