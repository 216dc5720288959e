'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import { counted } from '@/core/wording/counts';
import { formatDay } from '@/core/wording/formatDate';
import type { FoundWritten } from '@/server/operations/search/writeFound';
import type { Replacement } from '@/server/operations/upkeep/replacements';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { Section } from '@/ui/Section';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { Written } from '../find/Written';
import { ConcernRow } from './ConcernRow';
import { labels } from './words';

/** Texts in pictures that are out of date, each with one act that writes the replacement as drafts. */
export function Replacements({ replacements }: { replacements: readonly Replacement[] }) {
  const queries = useQueryClient();
  const [chosen, setChosen] = useState<Replacement>();
  const close = () => {
    setChosen(undefined);
    void refresh(queries, { queryKey: queryKeys.upkeep() });
  };
  return (
    <>
      {sections.map(({ why, title, words }) => {
        const rows = replacements.filter((one) => one.why === why);
        if (rows.length === 0) return null;
        return (
          <Section key={why} look="label" title={title} words={words}>
            <Box role="list">
              {rows.map((one) => (
                <ConcernRow
                  key={`${one.field} ${one.from}`}
                  title={titleOf(one)}
                  words={why === 'details' ? `${one.from} → ${one.to || labels.empty}` : one.from}
                  where={one.where}
                  pictures={one.pictures}
                >
                  <Button aria-label={`${actOf(one)}: ${titleOf(one)}`} onClick={() => setChosen(one)}>
                    {actOf(one)}
                  </Button>
                </ConcernRow>
              ))}
            </Box>
          </Section>
        );
      })}
      {chosen && <ReplaceDialog replacement={chosen} onClose={close} />}
    </>
  );
}

const sections: readonly { why: Replacement['why']; title: string; words: string }[] = [
  {
    why: 'details',
    title: labels.formerDetails,
    words: 'Pictures still carry a value that you changed in My details. Years stay as they are.',
  },
  {
    why: 'embargo',
    title: labels.endedEmbargoes,
    words: 'Instructions contain an embargo whose date has passed.',
  },
];

const actOf = ({ to }: Replacement) => (to === '' ? labels.remove : labels.replaceText);
const titleOf = ({ why, field, of }: Replacement) =>
  why === 'details' ? `${fieldLabel(field)} of ${of}` : `Embargo until ${formatDay(of)}`;

function ReplaceDialog({ replacement, onClose }: { replacement: Replacement; onClose: () => void }) {
  const { field, from, to, where, pictures, examples } = replacement;
  const request = useRequestOnce();
  const write = useMutation({
    mutationFn: () =>
      request<FoundWritten[]>('search/writing', 'POST', {
        words: '',
        where,
        writing: { kind: 'replace-text', field, from, to },
        pictures,
      }),
  });
  if (write.data)
    return (
      <Dialog title={labels.writtenAsDrafts} size="lg" leave="Close" onClose={onClose}>
        <Written written={write.data} />
      </Dialog>
    );
  return (
    <Dialog
      title={titleOf(replacement)}
      size="lg"
      onClose={onClose}
      acts={
        <Button fontWeight="600" disabled={write.isPending} onClick={() => write.mutate()}>
          {labels.writeDrafts}
        </Button>
      }
    >
      <Box fontSize="body">
        {counted(pictures, 'picture')}, for example:
        {examples.map(({ before, after }) => (
          <Box key={before} paddingTop="2" overflowWrap="anywhere">
            <Box as="span" color="soft">
              {before} →{' '}
            </Box>
            {after || labels.empty}
          </Box>
        ))}
        <Box textStyle="hint" paddingTop="3">
          The files stay as they are until the drafts are embedded, and you can undo it.
        </Box>
        <Notice kind="error">{write.error?.message}</Notice>
      </Box>
    </Dialog>
  );
}
