'use client';

import { Flex } from '@chakra-ui/react';
import { type FieldId, field, fieldLabel } from '@/core/catalogue/fields';
import { type Rule, usualRule } from '@/core/templates/template';
import { LinkButton } from '@/ui/buttons';
import { Select } from '@/ui/inputs';
import type { BookEntry } from '../book/bookState';
import type { OfferedPlaceholder } from '../tokens/PlaceholderMenu';
import { labels } from '../words';
import { CaptionOrSignOff } from './CaptionOrSignOff';
import { RuleChoice } from './RuleChoice';

/** What can be done to the line one is in: its rule, placeholders, the sign ©. */
export function LineTools({
  id,
  entry,
  present,
  offered,
  onRule,
  insert,
  wrap,
}: {
  id: FieldId;
  entry: BookEntry | undefined;
  present: string;
  offered: readonly OfferedPlaceholder[];
  onRule: (rule: Rule) => void;
  insert: ((text: string) => void) | undefined;
  wrap: (() => void) | undefined;
}) {
  const name = fieldLabel(id);
  const { type } = field(id);
  // A second sign beside one, or beside the letter in brackets, says nothing; the advice puts © in its place.
  const hasSign = entry !== undefined && /©|\(c\)/i.test(entry.typed);
  return (
    <Flex gap="4" wrap="wrap" alignItems="center">
      {id === 'description' && <CaptionOrSignOff rule={entry?.rule ?? usualRule(id)} onRule={onRule} />}
      <RuleChoice id={id} entry={entry} present={present} onRule={onRule} />
      {insert && (
        <Select
          aria-label={`Placeholder for ${name}`}
          title="Or type {{ in the text"
          value=""
          onChange={(event) => event.target.value && insert(event.target.value)}
          fontSize="small"
          height="1.625rem"
          maxWidth="11em"
        >
          <option value="">put in {'{{ … }}'}</option>
          {offered.map(({ text, name }) => (
            <option key={text} value={text}>
              {name}
            </option>
          ))}
        </Select>
      )}
      {insert && !hasSign && (type === 'multiline' || id === 'creditLine') && (
        <LinkButton type="button" onClick={() => insert('©')} aria-keyshortcuts="Alt+C">
          {labels.putCopyright}
        </LinkButton>
      )}
      {wrap && (
        <LinkButton type="button" onMouseDown={(event) => event.preventDefault()} onClick={wrap}>
          leave these words out where a value is missing
        </LinkButton>
      )}
    </Flex>
  );
}
