'use client';

import { DatePicker, Flex, parseDate } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Popover } from '@/ui/Popover';

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

/** Days of a month, months of a year, years: arrows go through them, Enter takes the marked one. */
function Calendar({ day, onChoose }: { day: string | undefined; onChoose: (day: string) => void }) {
  return (
    <DatePicker.Root
      inline
      defaultValue={soundDay(day)}
      onValueChange={({ value: [chosen] }) => chosen && onChoose(chosen.toString())}
    >
      <DatePicker.Content bg="leaf" boxShadow="none" borderWidth="0" padding="0">
        <DatePicker.View view="day">
          <DatePicker.Header />
          <DatePicker.DayTable />
        </DatePicker.View>
        <DatePicker.View view="month">
          <DatePicker.Header />
          <DatePicker.MonthTable />
        </DatePicker.View>
        <DatePicker.View view="year">
          <DatePicker.Header />
          <DatePicker.YearTable />
        </DatePicker.View>
      </DatePicker.Content>
    </DatePicker.Root>
  );
}

function soundDay(day: string | undefined) {
  try {
    return day ? [parseDate(day)] : [];
  } catch {
    return [];
  }
}
