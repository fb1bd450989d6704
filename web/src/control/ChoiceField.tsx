import { lazy } from 'react';
import type { ChoiceProps } from './ChoiceSelect';
import { ChoiceBox } from './choiceStyle';
import { Part } from './Part';

/** The list comes after the first view, which only shows what is chosen. */
const ChoiceSelect = lazy(() => import('./ChoiceSelect'));

const Still = ({ label, value, options, bare }: ChoiceProps) => (
  <ChoiceBox className={bare === true ? 'bare' : ''}>
    <span className="label">{label}</span>
    <span className="box" aria-busy="true">
      <span className="words">{options.find(([key]) => key === value)?.[1] ?? ''}</span>
    </span>
  </ChoiceBox>
);

/** A labelled choice among a few words. */
export const ChoiceField = (props: ChoiceProps) => (
  <Part what={`The list of “${props.label}”`} meanwhile={<Still {...props} />}>
    <ChoiceSelect {...props} />
  </Part>
);
