'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { entriesFromValues, type OfferedEntry } from '@/core/templates/fromValues';
import type { Values } from '@/core/templates/resolution';
import { counted } from '@/core/wording/counts';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { useBegin } from './useBegin';
import { entryText, labels } from './words';

/** A template of what a picture carries: one chooses; what belongs to the single picture is not ticked. */
export function FromPicture({ name, values }: { name: string; values: Values }) {
  const [open, setOpen] = useState(false);
  const offered = entriesFromValues(values);
  if (offered.length === 0) return null;
  return (
    <>
      <Button type="button" onClick={() => setOpen(true)}>
        {labels.makeATemplateOfIt}
      </Button>
      {open && <Choosing name={name} values={values} onClose={() => setOpen(false)} />}
    </>
  );
}

/** The values of a picture or an XMP file, of which a person chooses the lines of a template. */
export function Choosing({ name, values, onClose }: { name: string; values: Values; onClose: () => void }) {
  const offered = entriesFromValues(values);
  const [chosen, setChosen] = useState<ReadonlySet<FieldId>>(
    () => new Set(offered.filter((one) => !one.individual).map((one) => one.entry.field)),
  );
  const [yearly, setYearly] = useState(true);
  const { mutate, isPending, error } = useBegin();
  const entryOf = (one: OfferedEntry) => (yearly && one.yearly) || one.entry;
  const begin = () =>
    mutate({
      name: `From ${name.replace(/\.[^.]*$/, '')}`,
      // One picture's words are not to go into every job: that it is standing is said on its page.
      kind: 'job',
      entries: offered.map(entryOf).filter((entry) => chosen.has(entry.field)),
    });
  const tick = (id: FieldId, ticked: boolean) =>
    setChosen((before) => {
      const next = new Set(before);
      if (ticked) next.add(id);
      else next.delete(id);
      return next;
    });
  return (
    <Dialog
      title={`A template of ${name}`}
      size="lg"
      onClose={onClose}
      acts={
        <Button type="button" disabled={chosen.size === 0 || isPending} onClick={begin}>
          Begin it with {counted(chosen.size, 'line')}
        </Button>
      }
    >
      {offered.some((one) => one.yearly) && (
        <chakra.label display="flex" gap="3" fontSize="body" paddingY="1.5" alignItems="baseline">
          <input type="checkbox" checked={yearly} onChange={(event) => setYearly(event.target.checked)} />
          Replace the typed year with the year each picture was taken
        </chakra.label>
      )}
      {offered
        .map((one) => ({ ...one, entry: entryOf(one) }))
        .map(({ entry, individual }) => (
          <chakra.label
            key={entry.field}
            display="flex"
            gap="3"
            fontSize="body"
            borderTopWidth="1px"
            paddingY="1.5"
            alignItems="baseline"
          >
            <input
              type="checkbox"
              checked={chosen.has(entry.field)}
              onChange={(event) => tick(entry.field, event.target.checked)}
            />
            <chakra.span width="11em" flexShrink={0} color="soft">
              {fieldLabel(entry.field)}
            </chakra.span>
            <Box flex="1" minWidth="0" overflowWrap="anywhere" lineClamp={3} whiteSpace="pre-line">
              {entryText(entry)}
            </Box>
            {individual && (
              <chakra.span color="weldText" fontSize="small" flexShrink={0}>
                of one picture alone
              </chakra.span>
            )}
          </chakra.label>
        ))}
      {error && <Notice kind="error">{error.message}</Notice>}
    </Dialog>
  );
}
