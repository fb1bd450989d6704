import { Checkbox } from 'react-aria-components';
import styled from 'styled-components';
import { tickStyle } from './tickStyle';

const Tick = styled(Checkbox)`
  ${tickStyle}
  &.large {
    min-height: 64px;
    font-size: 1.25rem;
    font-weight: 680;
  }
  &.large .box {
    width: 34px;
    height: 34px;
    border-width: 3px;
  }
  &[data-invalid] .box {
    border-color: var(--failed);
  }
`;

/** A box to tick, with its words beside it. */
export const CheckBox = ({
  words,
  isSelected,
  onChange,
  isInvalid = false,
  large = false,
}: {
  readonly words: string;
  readonly isSelected: boolean;
  readonly onChange: (isSelected: boolean) => void;
  /** It has to be ticked, and is not. */
  readonly isInvalid?: boolean;
  /** For what must not be overlooked. */
  readonly large?: boolean;
}) => (
  <Tick isSelected={isSelected} onChange={onChange} isInvalid={isInvalid} className={large ? 'large' : ''}>
    {({ isSelected: on }) => (
      <>
        <span className="box" aria-hidden="true">
          {on ? '✓' : ''}
        </span>
        {words}
      </>
    )}
  </Tick>
);
