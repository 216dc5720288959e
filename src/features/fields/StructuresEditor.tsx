'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useId, useState } from 'react';
import { type MemberRow, type StructureId, structures } from '@/core/catalogue/structures';
import { asList, type Structure } from '@/core/catalogue/value';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { LanguageChoice } from './LanguageChoice';

/** Members shown before one asks for all of them. */
const FIRST = 4;

/** The items of a field of structures: each with its members as lines; an item without any is none. */
export function StructuresEditor({
  id,
  label,
  structure,
  items,
  onChange,
}: {
  id?: string;
  label: string;
  structure: StructureId;
  items: readonly Structure[];
  onChange: (items: readonly Structure[]) => void;
}) {
  const put = (index: number, item: Structure) =>
    onChange(items.map((one, at) => (at === index ? item : one)));
  return (
    <Box id={id} tabIndex={-1}>
      {items.map((item, index) => (
        <Box key={index} borderLeftWidth="2px" borderColor="hairline" paddingLeft="3" marginBottom="2">
          <Item
            label={items.length > 1 ? `${label} ${index + 1}` : label}
            structure={structure}
            item={item}
            onChange={(changed) => put(index, changed)}
          />
          <LinkButton
            type="button"
            fontSize="small"
            aria-label={`Remove ${label} ${index + 1}`}
            onClick={() => onChange(items.filter((_, at) => at !== index))}
          >
            remove
          </LinkButton>
        </Box>
      ))}
      <LinkButton
        type="button"
        fontSize="body"
        aria-label={`${label}: ${items.length === 0 ? 'add one' : 'add another'}`}
        onClick={() => onChange([...items, {}])}
      >
        {items.length === 0 ? 'add one' : 'add another'}
      </LinkButton>
    </Box>
  );
}

function Item({
  label,
  structure,
  item,
  onChange,
}: {
  label: string;
  structure: StructureId;
  item: Structure;
  onChange: (item: Structure) => void;
}) {
  const [whole, setWhole] = useState(false);
  const members = Object.entries(structures[structure]);
  const shown = whole ? members : members.filter(([key], index) => index < FIRST || item[key] !== undefined);
  const set = (key: string, value: Structure[string] | undefined) => {
    const { [key]: _, ...others } = item;
    onChange(value === undefined ? others : inOrder(structure, { ...others, [key]: value }));
  };
  return (
    <>
      {shown.map(([key, row]) => (
        <Member key={key} label={label} row={row} value={item[key]} onChange={(value) => set(key, value)} />
      ))}
      {shown.length < members.length && (
        <LinkButton type="button" fontSize="small" marginRight="4" onClick={() => setWhole(true)}>
          {members.length - shown.length} more
        </LinkButton>
      )}
    </>
  );
}

/** Members are in the catalogue's order, whatever was typed first. */
function inOrder(structure: StructureId, item: Structure): Structure {
  return Object.fromEntries(
    Object.keys(structures[structure]).flatMap((key) => (item[key] === undefined ? [] : [[key, item[key]]])),
  );
}

function Member({
  label,
  row,
  value,
  onChange,
}: {
  label: string;
  row: MemberRow;
  value: Structure[string] | undefined;
  onChange: (value: Structure[string] | undefined) => void;
}) {
  const box = useId();
  const name = `${label}: ${row.words}`;
  if (row.structure) {
    const one = row.form === 'struct';
    const items = value === undefined ? [] : ([value].flat() as Structure[]);
    return (
      <Box marginY="1">
        <Box textStyle="hint">{row.words}</Box>
        <StructuresEditor
          label={name}
          structure={row.structure}
          items={items}
          onChange={(changed) =>
            onChange(changed.length === 0 ? undefined : one ? changed.at(-1) : [...changed])
          }
        />
      </Box>
    );
  }
  const list = row.form === 'bag' || row.form === 'seq';
  const text = list ? asList(value as string).join('; ') : ((value as string | undefined) ?? '');
  const type = (typed: string) => {
    if (typed === '') onChange(undefined);
    else onChange(list ? typed.split(/;\s?/) : typed);
  };
  return (
    <Flex gap="3" alignItems="baseline" direction={{ base: 'column', sm: 'row' }}>
      <chakra.label htmlFor={box} width="8.5em" flexShrink={0} textStyle="hint">
        {row.words}
      </chakra.label>
      {row.name === 'lang' ? (
        <LanguageChoice id={box} label={name} value={text} onChange={type} />
      ) : (
        <TextInput
          id={box}
          aria-label={name}
          value={text}
          onChange={(event) => type(event.target.value)}
          height="1.625rem"
          placeholder={list ? 'several: separate with ;' : ''}
        />
      )}
    </Flex>
  );
}
