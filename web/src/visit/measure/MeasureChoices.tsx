import { RadioList } from '../../control/RadioList';
import type { MeasureSpec } from './spec';

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
      <RadioList
        key={key}
        label={label}
        value={choices[key] ?? ''}
        onChange={(value) => choose(key, value)}
        options={options}
      />
    ))}
  </>
);
