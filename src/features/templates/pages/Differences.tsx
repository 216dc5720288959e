'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { compareEntries } from '@/core/templates/compare';
import { type Entry, ruleWords, usualRule } from '@/core/templates/template';
import { entryText } from '../words';

/** Two sets of entries side by side, what differs alone; what is the same is counted. */
export function Differences({
  left,
  right,
  names,
}: {
  left: readonly Entry[];
  right: readonly Entry[];
  names: readonly [string, string];
}) {
  const all = compareEntries(left, right);
  const rows = all.filter((one) => one.kind !== 'same');
  return (
    <>
      <Sides names={names} />
      {rows.map((one) => (
        <Side key={one.field} id={one.field} left={sideWords(one.left)} right={sideWords(one.right)} />
      ))}
      <Box color="soft" paddingY="1.5" borderTopWidth="1px">
        {rows.length === 0 ? 'They say the same.' : `Same in both: ${all.length - rows.length}.`}
      </Box>
    </>
  );
}

function sideWords(entry: Entry | undefined): string | undefined {
  if (!entry) return undefined;
  const rule =
    entry.rule === usualRule(entry.field) || entry.rule === 'erase' ? '' : `${ruleWords[entry.rule]}: `;
  return `${rule}${entryText(entry)}`;
}

const columns = '8.5rem minmax(0, 1fr) minmax(0, 1fr)';

export function Sides({ names }: { names: readonly [string, string] }) {
  return (
    <Box display="grid" gridTemplateColumns={columns} gap="3" textStyle="hint" paddingY="1">
      <span />
      <span>{names[0]}</span>
      <span>{names[1]}</span>
    </Box>
  );
}

export function Side({
  id,
  left,
  right,
}: {
  id: FieldId;
  left: string | undefined;
  right: string | undefined;
}) {
  return (
    <Box display="grid" gridTemplateColumns={columns} gap="3" borderTopWidth="1px" paddingY="1">
      <chakra.span color="soft">{fieldLabel(id)}</chakra.span>
      <Said text={left} />
      <Said text={right} />
    </Box>
  );
}

function Said({ text }: { text: string | undefined }) {
  return text === undefined ? (
    <chakra.span color="soft">–</chakra.span>
  ) : (
    <chakra.span fontFamily="heading" overflowWrap="anywhere" whiteSpace="pre-line">
      {text}
    </chakra.span>
  );
}
