import { Button, FieldError, Label, ListBox, ListBoxItem, Popover, Select, SelectValue } from 'react-aria-components';
import styled from 'styled-components';
import type { ChoiceProps } from './ChoiceField';
import { ChoiceBox } from './choiceStyle';
import { fieldErrorStyle } from './fieldStyle';

const Wrong = styled(FieldError)`
  ${fieldErrorStyle}
`;
const List = styled(Popover)`
  min-width: var(--trigger-width);
  max-width: min(34rem, 94vw);
  background: var(--paper);
  color: var(--ink);
  border: 2px solid var(--ink);
  overflow: auto;
  [role='listbox'] {
    outline: none;
  }
  [role='option'] {
    display: grid;
    grid-template-columns: 1.4rem minmax(0, 1fr);
    align-items: center;
    min-height: 48px;
    padding: 0 1rem 0 0.7rem;
    font-size: 1.15rem;
    font-weight: 600;
    cursor: pointer;
    outline: none;
    border-top: 1px solid var(--rule);
  }
  [role='option']:first-child {
    border-top: 0;
  }
  [role='option'][data-focused] {
    background: var(--shade);
    box-shadow: inset 4px 0 0 var(--ink);
  }
  @media (pointer: coarse) {
    [role='option'] {
      min-height: 56px;
    }
  }
`;
/** What stands for an empty value, which a list of keys has no room for. */
const NONE = 'none:';

const ChoiceSelect = ({ label, value, onChange, options, error, bare }: ChoiceProps) => (
  <Select
    value={value === '' ? NONE : value}
    onChange={(key) => onChange(key === null || key === NONE ? '' : String(key))}
    isInvalid={error !== undefined}
    placeholder=""
  >
    <ChoiceBox className={bare === true ? 'bare' : ''}>
      <Label className="label">{label}</Label>
      <Button className="box">
        <SelectValue className="words">
          {({ selectedText }) => selectedText ?? options.find(([key]) => key === value)?.[1] ?? ''}
        </SelectValue>
      </Button>
      <Wrong>{error}</Wrong>
    </ChoiceBox>
    <List>
      <ListBox items={options.map(([key, words]) => ({ id: key === '' ? NONE : key, words }))}>
        {({ id, words }) => (
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
    </List>
  </Select>
);

export default ChoiceSelect;
