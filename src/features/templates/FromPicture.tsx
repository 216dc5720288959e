'use client';

import { Box, chakra, Dialog, Flex, Portal } from '@chakra-ui/react';
import { useState } from 'react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { entriesFromValues } from '@/core/templates/fromValues';
import type { Values } from '@/core/templates/resolve';
import { Plain } from '@/ui/acts';
import { useBegin } from './useBegin';
import { entryText } from './words';

/** A template of what a picture carries: one chooses; what belongs to the single picture is not ticked. */
export function FromPicture({ name, values }: { name: string; values: Values }) {
  const [open, setOpen] = useState(false);
  const offered = entriesFromValues(values);
  if (offered.length === 0) return null;
  return (
    <>
      <Plain type="button" onClick={() => setOpen(true)}>
        Make a template of it
      </Plain>
      <Dialog.Root
        open={open}
        onOpenChange={(event) => setOpen(event.open)}
        size="lg"
        scrollBehavior="inside"
        placement="center"
      >
        <Portal>
          <Dialog.Backdrop bg="blackAlpha.500" />
          <Dialog.Positioner>
            <Dialog.Content bg="leaf" borderRadius="sm" borderWidth="1px" borderColor="rule" boxShadow="none">
              <Choosing name={name} values={values} onClose={() => setOpen(false)} />
            </Dialog.Content>
          </Dialog.Positioner>
        </Portal>
      </Dialog.Root>
    </>
  );
}

function Choosing({ name, values, onClose }: { name: string; values: Values; onClose: () => void }) {
  const offered = entriesFromValues(values);
  const [chosen, setChosen] = useState<ReadonlySet<FieldId>>(
    () => new Set(offered.filter((one) => !one.individual).map((one) => one.entry.field)),
  );
  const { mutate, isPending, error } = useBegin();
  const begin = () =>
    mutate({
      name: `From ${name.replace(/\.[^.]*$/, '')}`,
      kind: 'standing',
      entries: offered.map((one) => one.entry).filter((entry) => chosen.has(entry.field)),
    });
  const tick = (id: FieldId, ticked: boolean) =>
    setChosen((before) => {
      const next = new Set(before);
      if (ticked) next.add(id);
      else next.delete(id);
      return next;
    });
  return (
    <>
      <Dialog.Header paddingBottom="2">
        <Dialog.Title fontFamily="heading" fontSize="1.3125rem">
          A template of {name}
        </Dialog.Title>
      </Dialog.Header>
      <Dialog.Body fontSize="0.875rem">
        {offered.map(({ entry, individual }) => (
          <chakra.label
            key={entry.field}
            display="flex"
            gap="3"
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
              <chakra.span color="weldText" fontSize="0.8125rem" flexShrink={0}>
                of this picture alone
              </chakra.span>
            )}
          </chakra.label>
        ))}
        {error && (
          <Box role="alert" color="weldText">
            {error.message}
          </Box>
        )}
      </Dialog.Body>
      <Dialog.Footer borderTopWidth="1px">
        <Flex gap="3">
          <Plain type="button" onClick={onClose}>
            Not now
          </Plain>
          <Plain type="button" disabled={chosen.size === 0 || isPending} onClick={begin}>
            Begin it with {chosen.size} lines
          </Plain>
        </Flex>
      </Dialog.Footer>
    </>
  );
}
