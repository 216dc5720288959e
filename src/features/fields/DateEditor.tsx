'use client';

import { Box, Flex } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useRef, useState } from 'react';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Popover } from '@/ui/Popover';

/** A calendar is large: it is loaded when it is opened. */
const Calendar = dynamic(() => import('./Calendar').then((one) => one.Calendar), {
  ssr: false,
  loading: () => <Box width="18rem" height="18rem" />,
});

/** A date as ISO 8601, possibly partial, typed or taken from the calendar; a time after it stays. */
export function DateEditor({
  id,
  label,
  value,
  placeholder,
  describedBy,
  onChange,
  onLeave,
}: {
  id: string;
  label: string;
  value: string;
  placeholder: string;
  describedBy?: string | undefined;
  onChange: (value: string) => void;
  onLeave: () => void;
}) {
  const button = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  const day = /^\d{4}-\d{2}-\d{2}/.exec(value)?.[0];
  return (
    <Flex gap="3" alignItems="baseline">
      <TextInput
        id={id}
        aria-label={label}
        aria-describedby={describedBy}
        value={value}
        placeholder={placeholder}
        maxWidth="18em"
        onChange={(event) => onChange(event.target.value)}
        onBlur={onLeave}
      />
      <LinkButton
        ref={button}
        type="button"
        fontSize="small"
        aria-label={`Calendar for ${label}`}
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        calendar
      </LinkButton>
      {open && (
        <Popover at={button} onClose={() => setOpen(false)}>
          <Calendar
            day={day}
            onChoose={(chosen) => {
              setOpen(false);
              onChange(`${chosen}${value.slice(10)}`);
            }}
          />
        </Popover>
      )}
    </Flex>
  );
}
