import { useState } from 'react';
import { Button, ComboBox, FieldError, Input, Label, ListBox, ListBoxItem, type Key } from 'react-aria-components';
import styled from 'styled-components';
import { fieldBox, fieldErrorStyle, opensList } from './fieldStyle';
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
  button::after {
    ${opensList}
    display: block;
    margin: -5px auto 0;
  }
`;
const Wrong = styled(FieldError)`
  ${fieldErrorStyle}
`;

interface Option {
  readonly id: string;
  readonly words: string;
}
const NOTHING: Option = { id: '', words: '' };

/** Typed into and chosen from: what is chosen stays shown, and chosen, until another is, or the box is emptied. */
const useCombo = (
  initial: string,
  options: readonly Option[],
  search: (text: string) => void,
  onChange: (value: string) => void,
) => {
  const [chosen, setChosen] = useState({ ...NOTHING, words: initial });
  const [typed, setTyped] = useState(initial);
  // What it began with is known by its words alone.
  const chosenId = chosen.id === '' ? (options.find(({ words }) => words === chosen.words)?.id ?? '') : chosen.id;
  const show = (option: Option): void => {
    setTyped(option.words);
    // The list opened once more is there to choose another from.
    search('');
  };
  return {
    inputValue: typed,
    selectedKey: chosenId === '' ? null : chosenId,
    onInputChange: (text: string): void => {
      if (text === typed) return;
      setTyped(text);
      search(text);
      if (text !== '') return;
      setChosen(NOTHING);
      if (chosen.words !== '') onChange('');
    },
    onSelectionChange: (key: Key | null): void => {
      const option = options.find(({ id }) => id === key);
      if (option === undefined || option.id === chosenId) {
        show(chosen);
        return;
      }
      setChosen(option);
      show(option);
      onChange(option.id);
    },
  };
};

/**
 * A labelled choice out of many: typing narrows the list down.
 * @param options those that answer to what was typed, as many as a list can show
 * @param search told what was typed; nothing once one is chosen
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
  const items = options.map(([id, words]): Option => ({ id, words }));
  const combo = useCombo(initial, items, search, onChange);
  return (
    <Line {...combo} items={items} menuTrigger="focus" allowsEmptyCollection isInvalid={error !== undefined}>
      <Label>{label}</Label>
      <div className="box">
        <Input placeholder={hint} autoComplete="off" />
        <Button aria-label={`Show the list of ${label}`} />
      </div>
      <Wrong>{error}</Wrong>
      <ListPopover>
        <ListBox renderEmptyState={() => <p style={{ padding: '0.8rem 1rem' }}>Nothing answers to this.</p>}>
          {({ id, words }: Option) => (
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
