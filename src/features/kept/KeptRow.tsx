'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useId } from 'react';
import type { Bound, KeptName } from '@/core/kept/bounds';
import { counted, formatBytes } from '@/core/wording/counts';
import type { Kept } from '@/server/operations/kept/kept';
import { Select } from '@/ui/inputs';
import { labels } from './words';

/** What each kind is, and from when its bound of days counts. */
const kinds: Readonly<Record<KeptName, { title: string; words: string; label: string; unit: string }>> = {
  previews: {
    title: labels.previews,
    words: 'Made again when they are asked for.',
    label: labels.keptAfterLastUse,
    unit: 'file',
  },
  undoData: {
    title: labels.undoData,
    words: 'What files held before a run wrote into them. Without it a run cannot be undone.',
    label: 'Kept after the run',
    unit: 'changed file',
  },
  archives: {
    title: 'Copies for archives',
    words: 'What was delivered as an archive, to be fetched again.',
    label: 'Kept after the delivery',
    unit: 'file',
  },
  arrivals: {
    title: 'Sent by a browser',
    words: 'Files that were brought in since; the pictures of the assignment are copies of them.',
    label: 'Kept after bringing in',
    unit: 'file',
  },
};
const dayChoices = [0, 7, 30, 90, 180, 365, 1095];
const megabyteChoices = [500, 2000, 5000, 20_000, 50_000, 200_000];

/** Only what was chosen: the other bound stays as it is, whoever chose it. */
export type ChangedBound = { readonly name: KeptName } & Partial<Bound>;

interface KeptRowProps {
  readonly kept: Kept;
  readonly change: (changed: ChangedBound) => void;
}

export function KeptRow({ kept, change }: KeptRowProps) {
  const id = useId();
  const { name } = kept;
  const { title, words, label, unit } = kinds[name];
  return (
    <Flex role="listitem" aria-label={title} borderTopWidth="1px" paddingY="3" gap="5" rowGap="2" wrap="wrap">
      <Box flex="1" minWidth="16rem">
        <Flex gap="3" alignItems="baseline">
          <Box fontWeight="600">{title}</Box>
          <Box color="soft" fontSize="small">
            {kept.count === 0 ? 'nothing' : `${formatBytes(kept.bytes)}, ${counted(kept.count, unit)}`}
          </Box>
        </Flex>
        <Box textStyle="hint">{words}</Box>
      </Box>
      <Flex direction="column" gap="1.5" width="22rem" maxWidth="100%" fontSize="body">
        <BoundChoice
          id={`${id}days`}
          label={label}
          value={kept.days}
          choices={dayChoices}
          words={(days) => (days === 0 ? 'not at all' : counted(days, 'day'))}
          without="for ever"
          change={(days) => change({ name, days })}
        />
        <BoundChoice
          id={`${id}size`}
          label={labels.allTogetherAtMost}
          without="no bound"
          value={kept.megabytes}
          choices={megabyteChoices}
          words={(megabytes) => formatBytes(megabytes * 1_000_000)}
          change={(megabytes) => change({ name, megabytes })}
        />
      </Flex>
    </Flex>
  );
}

interface BoundChoiceProps {
  readonly id: string;
  readonly label: string;
  readonly value: number | null;
  readonly choices: readonly number[];
  readonly words: (value: number) => string;
  /** What no bound is called. */
  readonly without: string;
  readonly change: (value: number | null) => void;
}

function BoundChoice({ id, label, value, choices, words, without, change }: BoundChoiceProps) {
  const all = value === null || choices.includes(value) ? choices : [...choices, value].sort((a, b) => a - b);
  return (
    <Flex gap="3" alignItems="center" justifyContent="space-between">
      <label htmlFor={id}>{label}</label>
      <Select
        id={id}
        width="7rem"
        value={value === null ? '' : String(value)}
        onChange={({ target }) => change(target.value === '' ? null : Number(target.value))}
      >
        {all.map((one) => (
          <option key={one} value={one}>
            {words(one)}
          </option>
        ))}
        <option value="">{without}</option>
      </Select>
    </Flex>
  );
}
