'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type ReactNode, useDeferredValue, useId, useMemo, useState } from 'react';
import { counted } from '@/core/wording/counts';
import { TextInput } from '@/ui/inputs';
import { labels } from './words';

/** Elements up to which a packet is shown folded; larger ones as they are. */
const MOST_ELEMENTS = 4000;
const ELEMENT = 1;

/** The XMP packet as it is: elements fold, words are found in it. */
export function Markup({ markup }: { markup: string }) {
  const [typed, setTyped] = useState('');
  const wanted = useDeferredValue(typed.trim().toLowerCase());
  const root = useMemo(() => parsed(markup), [markup]);
  const id = useId();
  if (markup === '') return <Box color="soft">No XMP packet.</Box>;
  const found = wanted === '' ? 0 : markup.toLowerCase().split(wanted).length - 1;
  return (
    <Box>
      <Flex alignItems="center" gap="3" fontSize="body" marginBottom="2">
        <label htmlFor={id}>{labels.findInIt}</label>
        <TextInput id={id} width="16em" value={typed} onChange={(event) => setTyped(event.target.value)} />
        <chakra.span role="status" color="soft">
          {wanted === '' ? '' : found === 0 ? 'not there' : `there ${counted(found, 'time')}`}
        </chakra.span>
      </Flex>
      <Box
        fontFamily="mono"
        fontSize="tiny"
        overflowWrap="anywhere"
        css={{ '& mark': { background: 'var(--fabrica-colors-weld)', color: '#000' } }}
      >
        {root ? (
          <Element element={root} wanted={wanted} />
        ) : (
          <chakra.pre whiteSpace="pre-wrap">{marked(markup, wanted)}</chakra.pre>
        )}
      </Box>
    </Box>
  );
}

/** Undefined where it is no markup, or more than is shown folded. */
function parsed(markup: string): Element | undefined {
  const document = new DOMParser().parseFromString(markup, 'application/xml');
  const isBroken = document.getElementsByTagName('parsererror').length > 0;
  if (isBroken || document.getElementsByTagName('*').length > MOST_ELEMENTS) return undefined;
  return document.documentElement;
}

function Element({ element, wanted }: { element: Element; wanted: string }) {
  const children = [...element.childNodes].filter(
    (one) => one.nodeType === ELEMENT || (one.textContent ?? '').trim() !== '',
  );
  const open = (
    <>
      <chakra.span color="woad">{`<${element.tagName}`}</chakra.span>
      {[...element.attributes].map(({ name, value }) => (
        <chakra.span key={name}>
          {' '}
          <chakra.span color="soft">{name}=</chakra.span>"{marked(value, wanted)}"
        </chakra.span>
      ))}
      <chakra.span color="woad">{children.length === 0 ? '/>' : '>'}</chakra.span>
    </>
  );
  if (!children.some((one) => one.nodeType === ELEMENT))
    return (
      <Box paddingLeft="4">
        {open}
        {marked(element.textContent ?? '', wanted)}
        {children.length > 0 && <chakra.span color="woad">{`</${element.tagName}>`}</chakra.span>}
      </Box>
    );
  return (
    <chakra.details open paddingLeft="4">
      <chakra.summary cursor="pointer">{open}</chakra.summary>
      {children.map((one, at) =>
        one.nodeType === ELEMENT ? (
          <Element key={at} element={one as Element} wanted={wanted} />
        ) : (
          <Box key={`text ${one.textContent}`} paddingLeft="4">
            {marked(one.textContent ?? '', wanted)}
          </Box>
        ),
      )}
    </chakra.details>
  );
}

/** A text with what is looked for marked in it. */
function marked(text: string, wanted: string): ReactNode {
  if (wanted === '') return text;
  const parts: ReactNode[] = [];
  const lower = text.toLowerCase();
  let from = 0;
  for (let at = lower.indexOf(wanted); at !== -1; at = lower.indexOf(wanted, from)) {
    parts.push(text.slice(from, at), <mark key={at}>{text.slice(at, at + wanted.length)}</mark>);
    from = at + wanted.length;
  }
  parts.push(text.slice(from));
  return parts;
}
