'use client';

import { chakra } from '@chakra-ui/react';
import { useId } from 'react';
import type { Rule } from '@/core/templates/template';
import { labels } from '../words';

const kinds = [
  { rule: 'after', words: 'a sign-off, under each caption' },
  { rule: 'fill', words: labels.theCaptionItselfWhereThereIsNone },
] as const;

/** What the words of Description are: the line that closes each caption, or the caption itself. */
export function CaptionOrSignOff({ rule, onRule }: { rule: Rule; onRule: (rule: Rule) => void }) {
  const group = useId();
  return (
    <chakra.div role="radiogroup" aria-label="What these words are" display="flex" gap="4" flexWrap="wrap">
      {kinds.map((one) => (
        <chakra.label key={one.rule} display="flex" gap="1.5" alignItems="center" minHeight="1.5rem">
          <input
            type="radio"
            name={group}
            checked={rule === one.rule || (one.rule === 'fill' && rule === 'overwrite')}
            onChange={() => onRule(one.rule)}
          />
          {one.words}
        </chakra.label>
      ))}
    </chakra.div>
  );
}
