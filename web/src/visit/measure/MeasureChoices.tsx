import { Label, Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import type { MeasureSpec } from './spec';

const Choices = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
  margin-bottom: 0.6rem;
  > span {
    font-size: 0.95rem;
    color: var(--ink-2);
    width: 100%;
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

/** How it was read, where that decides: one choice among a few words each. */
export const MeasureChoices = ({
  spec,
  choices,
  choose,
}: {
  readonly spec: Pick<MeasureSpec, 'choices'>;
  readonly choices: Readonly<Record<string, string>>;
  readonly choose: (key: string, value: string) => void;
}) => (
  <>
    {spec.choices.map(({ key, label, options }) => (
      <Choices key={key} value={choices[key] ?? ''} onChange={(value) => choose(key, value)} orientation="horizontal">
        <Label>{label}</Label>
        {options.map(([value, words]) => (
          <Radio key={value} value={value}>
            {words}
          </Radio>
        ))}
      </Choices>
    ))}
  </>
);
