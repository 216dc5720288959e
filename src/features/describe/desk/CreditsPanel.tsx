'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type CreditsPattern, creditsLine, usualPattern } from '@/core/captions/credits';
import { type FieldValue, type Structure, sameValue, structuresOf } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import { formatNumber } from '@/core/wording/counts';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { Button } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { useKeptState } from '@/ui/useKeptState';
import { useBox } from '../store/useBox';
import type { Write } from '../store/useWriting';
import { labels } from '../words';
import { CreditLines } from './CreditLines';
import type { CaptionState } from './useCaption';
import { Variants } from './Variants';
import { WhenRead } from './WhenRead';

interface Props {
  readonly scope: Scope;
  readonly count: number;
  readonly desk: Desk | undefined;
  readonly write: Write;
  readonly caption: CaptionState;
}

/** Who worked on it: kept as Contributor with roles, and put under the caption as a line of one's own pattern. */
export function CreditsPanel({ scope, count, desk, write, caption }: Props) {
  const across = desk?.fields.contributor;
  const differs = across !== undefined && across.same === undefined && across.variants.length > 0;
  const { value, change, save } = useBox<FieldValue | null>({
    scope,
    write,
    shown: across?.same ?? null,
    isSame: sameValue,
    writingOf: (next) => ({ kind: 'set', field: 'contributor', value: next }),
  });
  const people = structuresOf(value);
  const put = (next: readonly Structure[]) => change(next.length > 0 ? next : null);
  return (
    <Flex gap="6" wrap="wrap" paddingBottom="3" onBlur={save}>
      <Box flex="1 1 20em" minWidth="0">
        <Box textStyle="hint">
          {differs
            ? `Different credits: writing here replaces all ${formatNumber(count)}.`
            : 'Kept in the file as Contributor with roles: they can be found again later.'}
        </Box>
        <WhenRead isRead={across !== undefined}>
          <CreditLines people={people} onChange={put} />
        </WhenRead>
        {differs && (
          <Variants
            across={across}
            field="contributor"
            onSpread={(one) => write(scope, { kind: 'set', field: 'contributor', value: one })}
          />
        )}
      </Box>
      <CreditsLine
        people={people}
        differs={differs}
        caption={caption}
        save={save}
        write={(pattern, former) => write(scope, { kind: 'credits-line', pattern, former })}
      />
    </Flex>
  );
}

/** The line that the credits make, with its pattern; put under each picture's own caption, in place of the former line. */
function CreditsLine({
  people,
  differs,
  caption,
  save,
  write,
}: {
  people: readonly Structure[];
  differs: boolean;
  caption: CaptionState;
  save: () => void;
  write: (pattern: CreditsPattern, former: string) => void;
}) {
  const { value: pattern, set } = useKeptState('credits pattern', usualPattern);
  const { value: former, set: setFormer } = useKeptState('credits line', '');
  const line = creditsLine(people, pattern);
  const isThere = line !== '' && caption.text.split('\n').includes(line);
  const put = () => {
    save();
    caption.save();
    write(pattern, former);
    setFormer(line);
  };
  return (
    <Box flex="1 1 16em" minWidth="0" fontSize="body">
      <Flex gap="3" alignItems="baseline" wrap="wrap">
        <chakra.label>
          each as{' '}
          <TextInput
            aria-label={labels.patternOfACredit}
            value={pattern.one}
            width="11em"
            onChange={(event) => set({ ...pattern, one: event.target.value })}
          />
        </chakra.label>
        <chakra.label>
          with{' '}
          <TextInput
            aria-label={labels.betweenTwoCredits}
            value={pattern.between}
            width="3em"
            onChange={(event) => set({ ...pattern, between: event.target.value })}
          />{' '}
          between
        </chakra.label>
      </Flex>
      <Box fontFamily="heading" paddingY="2" minHeight="2.5em" color={line ? 'ink' : 'soft'}>
        {differs ? 'Each picture’s own credits.' : line || 'No contributors yet.'}
      </Box>
      <Button type="button" disabled={(line === '' && !differs) || isThere} onClick={put}>
        {isThere ? 'Already under the caption' : labels.putUnderTheCaption}
      </Button>
    </Box>
  );
}
