import { parseDate } from '@internationalized/date';
import { MONTHS } from '@vaktman/core';
import { DateField, DateInput, DateSegment, FieldError, I18nProvider, Label } from 'react-aria-components';
import styled from 'styled-components';
import { fieldBox, fieldErrorStyle } from './fieldStyle';

const Line = styled(DateField)`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.2rem;
  align-content: start;
  > span:first-child {
    font-size: 0.95rem;
    color: var(--ink-2);
  }
`;
const Box = styled(DateInput)`
  ${fieldBox}
  display: flex;
  align-items: center;
`;
const Part = styled(DateSegment)`
  padding: 0.5rem 0;
  white-space: pre;
  outline: none;
  /* A thumb hits the day it means, also where it is written with narrow digits. */
  &[role='spinbutton'] {
    min-width: 24px;
    text-align: center;
  }
  &[data-placeholder] {
    color: var(--ink-2);
    font-weight: 450;
  }
  &[data-focused] {
    background: var(--ink);
    color: var(--paper);
  }
`;
const Wrong = styled(FieldError)`
  ${fieldErrorStyle}
`;

const asDate = (value: string) => {
  try {
    return parseDate(value);
  } catch {
    return null;
  }
};

/**
 * A labelled calendar date, written as everywhere: day, month by name, year.
 * @param value such as `2026-11-27`; anything else counts as empty
 */
export const DateLine = ({
  label,
  value,
  onChange,
  error,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  error?: string | undefined;
}) => (
  <I18nProvider locale="en-GB">
    <Line
      value={asDate(value)}
      onChange={(date) => onChange(date === null ? '' : date.toString())}
      isInvalid={error !== undefined}
    >
      <Label>{label}</Label>
      <Box>
        {(segment) => (
          <Part segment={segment}>
            {({ type, text, isPlaceholder, value: number }) =>
              type === 'literal' ? ' ' : type === 'month' && !isPlaceholder ? (MONTHS[(number ?? 1) - 1] ?? text) : text
            }
          </Part>
        )}
      </Box>
      <Wrong>{error}</Wrong>
    </Line>
  </I18nProvider>
);
