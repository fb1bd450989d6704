import { Button, FieldError, Label, ListBox, ListBoxItem, Select, SelectValue } from 'react-aria-components';
import styled from 'styled-components';
import { ChoiceBox } from './choiceStyle';
import { fieldErrorStyle } from './fieldStyle';
import { ListPopover } from './listStyle';

/** What a choice among words is made of. */
export interface ChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly options: readonly (readonly [value: string, words: string])[];
  readonly error?: string | undefined;
  /** Without a box of its own, in a bar. */
  readonly bare?: boolean;
}

const Wrong = styled(FieldError)`
  ${fieldErrorStyle}
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
    <ListPopover>
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
    </ListPopover>
  </Select>
);

export default ChoiceSelect;
