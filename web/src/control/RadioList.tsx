import { Label, Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';

const Group = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
  > span {
    width: 100%;
    color: var(--ink-2);
    font-size: 0.95rem;
  }
  label {
    min-height: 48px;
    display: inline-flex;
    align-items: center;
    padding: 0 0.9rem;
    border: 1.6px solid var(--rule);
    background: var(--raised);
    font-weight: 620;
    cursor: pointer;
  }
  label[data-selected] {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  label[data-focus-visible] {
    outline: 3px solid var(--steel);
    outline-offset: 2px;
  }
`;

/** One of a few, all of them in sight. */
export const RadioList = ({
  label,
  value,
  onChange,
  options,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly options: readonly (readonly [value: string, words: string])[];
}) => (
  <Group value={value} onChange={onChange} orientation="horizontal">
    <Label>{label}</Label>
    {options.map(([key, words]) => (
      <Radio key={key} value={key}>
        {words}
      </Radio>
    ))}
  </Group>
);
