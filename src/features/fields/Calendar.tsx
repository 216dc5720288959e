'use client';

import { DatePicker, parseDate } from '@chakra-ui/react';

/** Days of a month, months of a year, years: arrows go through them, Enter takes the marked one. */
export function Calendar({ day, onChoose }: { day: string | undefined; onChoose: (day: string) => void }) {
  return (
    <DatePicker.Root
      inline
      defaultValue={validDay(day)}
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

function validDay(day: string | undefined) {
  try {
    return day ? [parseDate(day)] : [];
  } catch {
    return [];
  }
}
