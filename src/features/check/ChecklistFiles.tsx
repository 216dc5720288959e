'use client';

import { chakra } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { type ChangeEvent, useRef } from 'react';
import type { Rule } from '@/core/checks/checklist';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { labels } from './words';

/** A checklist as a file, in and out (schema/checklist.schema.json). */
export function ChecklistFiles({
  name,
  rules,
  onTaken,
  onClose,
}: {
  name: string;
  rules: readonly Rule[];
  onTaken: (id: string) => void;
  onClose: () => void;
}) {
  const box = useRef<HTMLInputElement>(null);
  const ask = useRequestOnce();
  const take = useMutation({
    mutationFn: async (file: File) =>
      ask<{ id: string }>('checklists/file', 'POST', parsed(await file.text())),
    onSuccess: ({ id }) => {
      onTaken(id);
      onClose();
    },
  });
  const chosen = (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    if (file) take.mutate(file);
    event.target.value = '';
  };
  const file = JSON.stringify({ fabrica: 'checklist', version: 1, name: name.trim(), rules }, null, 2);
  return (
    <>
      <LinkButton asChild>
        <a
          href={`data:application/json;charset=utf-8,${encodeURIComponent(`${file}\n`)}`}
          download={`${name.trim() || 'checklist'}.json`}
        >
          {labels.exportAsAFile}
        </a>
      </LinkButton>
      <LinkButton type="button" onClick={() => box.current?.click()}>
        take in a file …
      </LinkButton>
      <chakra.input
        ref={box}
        type="file"
        accept=".json,application/json"
        aria-label={labels.checklistFile}
        display="none"
        onChange={chosen}
      />
      <Notice kind="error">{take.error?.message}</Notice>
    </>
  );
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Error('This is no checklist: the file is not well-formed JSON.');
  }
}
