import { useState } from 'react';
import { Button, ComboBox, FieldError, Input, Label, ListBox, ListBoxItem } from 'react-aria-components';
import styled from 'styled-components';
import { fieldBox, fieldErrorStyle } from './fieldStyle';
import { ListPopover } from './listStyle';

const Line = styled(ComboBox)`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.2rem;
  align-content: start;
  label {
    font-size: 0.95rem;
    color: var(--ink-2);
  }
  .box {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 48px;
  }
  input {
    ${fieldBox}
    border-right-width: 0;
  }
  button {
    font: inherit;
    color: inherit;
    border: 1.6px solid var(--ink);
    border-left: 1px solid var(--rule);
    background: var(--shade);
    cursor: pointer;
  }
`;
const Wrong = styled(FieldError)`
  ${fieldErrorStyle}
`;

/**
 * A labelled choice out of many: typing narrows the list down.
 * @param options those that answer to what was typed, as many as a list can show
 * @param search told what was typed
 */
export const ComboField = ({
  label,
  onChange,
  options,
  search,
  hint,
  error,
  initial = '',
}: {
  label: string;
  onChange: (value: string) => void;
  options: readonly (readonly [value: string, words: string])[];
  search: (text: string) => void;
  hint: string;
  error?: string | undefined;
  /** What stands in it before anything is typed. */
  initial?: string;
}) => {
  const [typed, setTyped] = useState(initial);
  return (
    <Line
      items={options.map(([id, words]) => ({ id, words }))}
      inputValue={typed}
      onInputChange={(text) => {
        setTyped(text);
        search(text);
      }}
      onSelectionChange={(key) => onChange(key === null ? '' : String(key))}
      menuTrigger="focus"
      allowsEmptyCollection
      isInvalid={error !== undefined}
    >
      <Label>{label}</Label>
      <div className="box">
        <Input placeholder={hint} autoComplete="off" />
        <Button aria-label={`Show the list of ${label}`}>▾</Button>
      </div>
      <Wrong>{error}</Wrong>
      <ListPopover>
        <ListBox renderEmptyState={() => <p style={{ padding: '0.8rem 1rem' }}>Nothing answers to this.</p>}>
          {({ id, words }: { id: string; words: string }) => (
            <ListBoxItem id={id} textValue={words}>
              {({ isSelected }) => (
                <>
                  <span aria-hidden="true">{isSelected ? '✓' : ''}</span>
                  {words}
                </>
              )}
            </ListBoxItem>
          )}
        </ListBox>
      </ListPopover>
    </Line>
  );
};
