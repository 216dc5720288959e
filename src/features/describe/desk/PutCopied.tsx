'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { type FieldId, field, fieldLabel } from '@/core/catalogue/fields';
import { questions } from '@/core/catalogue/row';
import type { Scope } from '@/core/drafts/scope';
import { counted } from '@/core/wording/counts';
import { Button, LinkButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { valueWords } from '@/ui/valueWords';
import type { Write } from '../store/useWriting';
import { labels } from '../words';
import { type Copied, chosenOf } from './copied';

/** What belongs to one picture alone: not chosen at first. */
const ITS_OWN: readonly FieldId[] = [
  'dateCreated',
  'gpsLatitude',
  'gpsLongitude',
  'gpsAltitude',
  'digitalImageGuid',
  'rating',
];

/** Puts the metadata of one picture on others, with a choice of fields. */
export function PutCopied({
  copied,
  scope,
  count,
  write,
  onClose,
}: {
  copied: Copied;
  scope: Scope;
  count: number;
  write: Write;
  onClose: () => void;
}) {
  const all = Object.keys(copied.values) as FieldId[];
  const [chosen, setChosen] = useState<ReadonlySet<FieldId>>(
    new Set(all.filter((id) => !ITS_OWN.includes(id))),
  );
  const toggle = (id: FieldId) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  return (
    <Dialog
      title={`Metadata of ${copied.name} for ${counted(count, 'picture')}`}
      size="lg"
      onClose={onClose}
      beside="The chosen fields replace the present values, as drafts. The others stay."
      acts={
        <Button
          type="button"
          fontWeight="600"
          disabled={chosen.size === 0}
          data-autofocus
          onClick={() => {
            write(scope, { kind: 'set-fields', values: chosenOf(copied, chosen) });
            onClose();
          }}
        >
          Put {counted(chosen.size, 'field')}
        </Button>
      }
    >
      <Flex gap="4" fontSize="small" paddingBottom="1">
        <LinkButton type="button" onClick={() => setChosen(new Set(all))}>
          choose all
        </LinkButton>
        <LinkButton type="button" onClick={() => setChosen(new Set())}>
          {labels.chooseNone}
        </LinkButton>
      </Flex>
      {Object.entries(questions).map(([question, words]) => {
        const ids = all.filter((id) => field(id).question === question);
        return ids.length === 0 ? null : (
          <Box key={question} as="section" aria-label={words} paddingBottom="2">
            <Box textStyle="label" color="woad">
              {words}
            </Box>
            {ids.map((id) => (
              <chakra.label
                key={id}
                display="flex"
                gap="2"
                alignItems="baseline"
                paddingY="0.5"
                fontSize="body"
              >
                <input type="checkbox" checked={chosen.has(id)} onChange={() => toggle(id)} />
                <chakra.span width="10em" flexShrink={0}>
                  {fieldLabel(id)}
                </chakra.span>
                <chakra.span color="soft" truncate>
                  {valueWords(id, copied.values[id]!)}
                </chakra.span>
              </chakra.label>
            ))}
          </Box>
        );
      })}
    </Dialog>
  );
}
