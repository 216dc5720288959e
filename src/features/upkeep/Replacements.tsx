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
    void queries.invalidateQueries({ queryKey: queryKeys.upkeep() });
  };
  const rowsOf = (why: Replacement['why']) =>
    replacements
      .filter((one) => one.why === why)
      .map((one) => (
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
      ));
  const [details, embargoes] = [rowsOf('details'), rowsOf('embargo')];
  return (
    <>
      {details.length > 0 && (
        <Section
          look="label"
          title={labels.formerDetails}
          words="Pictures still carry a value that you changed in My details. Years stay as they are."
        >
          <Box role="list">{details}</Box>
        </Section>
      )}
      {embargoes.length > 0 && (
        <Section
          look="label"
          title={labels.endedEmbargoes}
          words="Instructions contain an embargo whose date has passed."
        >
          <Box role="list">{embargoes}</Box>
        </Section>
      )}
      {chosen && <ReplaceDialog replacement={chosen} onClose={close} />}
    </>
  );
}

const actOf = ({ to }: Replacement) => (to === '' ? labels.removeText : labels.replaceText);
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
