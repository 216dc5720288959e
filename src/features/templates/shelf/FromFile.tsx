'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { Values } from '@/core/templates/resolution';
import type { FromFile as ReadFile } from '@/server/operations/templates/templateFiles';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { Choosing } from '../FromPicture';
import { labels } from '../words';

/** A template from a file: JSON of this shelf, or any XMP; a picture is read first. */
export function FromFile() {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [chosenOf, setChosenOf] = useState<{ name: string; values: Values }>();
  const { mutate, error } = useMutation({
    mutationFn: async (file: File) => {
      const response = await fetch(`/api/templates/file?name=${encodeURIComponent(file.name)}`, {
        method: 'POST',
        body: file,
      });
      const answer = (await response.json()) as ReadFile & { message?: string };
      if (!response.ok) throw new Error(answer.message);
      return answer;
    },
    onSuccess: (read) =>
      'template' in read ? router.push(`/templates/${read.template.id}`) : setChosenOf(read),
  });
  return (
    <Box borderTopWidth="1px" paddingY="2" fontSize="body">
      <chakra.input
        ref={input}
        type="file"
        accept=".json,.xmp"
        aria-label={labels.templateFile}
        display="none"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) mutate(file);
          event.target.value = '';
        }}
      />
      Or from{' '}
      <LinkButton type="button" onClick={() => input.current?.click()}>
        a file, JSON or XMP
      </LinkButton>
      , or from{' '}
      <LinkButton asChild>
        <Link href="/read">a picture that is described well</Link>
      </LinkButton>
      .{chosenOf && <Choosing {...chosenOf} onClose={() => setChosenOf(undefined)} />}
      {error && <Notice kind="error">{error.message}</Notice>}
    </Box>
  );
}
