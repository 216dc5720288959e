'use client';

import { DatePicker, Flex, Portal, parseDate } from '@chakra-ui/react';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';

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
      <DatePicker.Root
        value={soundDay(day)}
        onValueChange={({ valueAsString: [chosen] }) => {
          if (chosen) onChange(`${chosen}${value.slice(10)}`);
        }}
        format={(date) => date.toString()}
        closeOnSelect
        lazyMount
        unmountOnExit
      >
        <DatePicker.Trigger asChild>
          <LinkButton type="button" fontSize="small" aria-label={`Calendar for ${label}`}>
            calendar
          </LinkButton>
        </DatePicker.Trigger>
        <Portal>
          <DatePicker.Positioner>
            <DatePicker.Content bg="leaf" borderWidth="1px" borderColor="rule" boxShadow="none">
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
          </DatePicker.Positioner>
        </Portal>
      </DatePicker.Root>
    </Flex>
  );
}

function soundDay(day: string | undefined) {
  try {
    return day ? [parseDate(day)] : [];
  } catch {
    return [];
  }
}
