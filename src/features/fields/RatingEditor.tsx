'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { field } from '@/core/catalogue/fields';

const values = ['', ...Object.keys(field('rating').choices ?? {})];

/** A rating by its number: none, 1 to 5, or rejected. */
export function RatingEditor({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  const { choices = {} } = field('rating');
  return (
    <Flex role="radiogroup" aria-label={label} gap="3" wrap="wrap" alignItems="center">
      {values.map((one) => (
        <chakra.label key={one} display="flex" gap="1" alignItems="center" minHeight="6" fontSize="body">
          <input
            type="radio"
            name={`rating ${label}`}
            checked={value === one}
            onChange={() => onChange(one)}
          />
          {one === '' ? 'none' : (choices[one] ?? one)}
        </chakra.label>
      ))}
    </Flex>
  );
}
