import { DateInput } from '@mantine/dates';
import '@mantine/dates/styles.layer.css';
import type { MantineSize } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import { DAY, parseDay } from './dates.ts';

/** A day, typed as people write it or taken from a calendar; kept as YYYY-MM-DD, empty where none is said. What is no day is said so when the
 *  field is left, and what stood there before stands there again. */
export function DayField({
  value,
  onChange,
  error,
  ...field
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (day: string) => void;
  readonly size?: MantineSize;
  readonly error?: ReactNode;
  readonly className?: string | undefined;
}) {
  const [validationError, setValidationError] = useState<string | null>(null);
  return (
    <DateInput
      placeholder="4 Dec 2026"
      clearable
      valueFormat={DAY}
      dateParser={parseDay}
      value={value || null}
      onChange={(day) => {
        setValidationError(null);
        onChange(day ?? '');
      }}
      onBlur={(e) => {
        const typed = e.currentTarget.value.trim();
        if (typed !== '' && parseDay(typed) === null)
          setValidationError(`“${typed}” is no day; write it as 4 Dec 2026`);
      }}
      error={validationError ?? error}
      popoverProps={{ transitionProps: { duration: 0 } }}
      {...field}
    />
  );
}
