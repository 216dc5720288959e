'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useId } from 'react';
import { parsePlaceholder, placeholderText } from '@/core/templates/grammar';
import { formKindOf } from '@/core/templates/placeholders';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';

const dateForms = ['y', 'd MMMM y', 'd.M.y', 'dd/MM/y', 'y-MM-dd', 'EEEE', 'MMMM', 'HH:mm', 'd. MMMM y (nb)'];

/** How a placeholder is written, and its fallback text. */
export function TokenForm({
  text,
  onChange,
  onRemove,
  onClose,
}: {
  text: string;
  onChange: (text: string) => void;
  onRemove: () => void;
  onClose: () => void;
}) {
  const forms = useId();
  const { name, form, fallback } = parsePlaceholder(text.slice(2, -2));
  const kind = formKindOf(name);
  const change = (part: { form?: string; fallback?: string }) => {
    const made = { form, fallback, ...part };
    onChange(
      placeholderText({
        name,
        ...(made.form ? { form: made.form } : {}),
        ...(made.fallback ? { fallback: made.fallback } : {}),
      }),
    );
  };
  return (
    <Box
      role="group"
      aria-label={`Placeholder ${name}`}
      borderLeftWidth="3px"
      borderColor="woad"
      paddingX="3"
      paddingY="1"
      marginY="1"
      fontSize="small"
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <Flex gap="4" wrap="wrap" alignItems="baseline">
        <chakra.span fontWeight="600">{name}</chakra.span>
        {(kind || form !== undefined) && name !== 'fill in' && (
          <chakra.label>
            written as{' '}
            <TextInput
              autoFocus
              width="9em"
              height="1.5rem"
              list={kind === 'date' ? forms : undefined}
              value={form ?? ''}
              placeholder={kind === 'date' ? 'usual form' : kind === 'digits' ? 'digits' : 'part'}
              onChange={(event) => change({ form: event.target.value })}
            />
          </chakra.label>
        )}
        {name !== 'fill in' && (
          <chakra.label>
            without a value{' '}
            <TextInput
              width="9em"
              height="1.5rem"
              autoFocus={!kind && form === undefined}
              value={fallback ?? ''}
              placeholder="line is left out"
              onChange={(event) => change({ fallback: event.target.value })}
            />
          </chakra.label>
        )}
        <LinkButton type="button" onClick={onRemove}>
          {uiLabels.remove}
        </LinkButton>
        <LinkButton type="button" onClick={onClose}>
          done
        </LinkButton>
      </Flex>
      {kind === 'date' && (
        <>
          <datalist id={forms}>
            {dateForms.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
          <Box color="soft">
            y year, M month (MMMM by name), d day, EEEE weekday, HH:mm time; a language in brackets at the
            end.
          </Box>
        </>
      )}
      {name === 'fill in' && (
        <Box color="soft">Type over it: a starter’s line is not embedded before you did.</Box>
      )}
    </Box>
  );
}
