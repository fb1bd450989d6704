import { withMinus } from '@vaktman/core';
import { Figure } from './Figure';
import type { EntryField, EntryState } from './keypadEntry';
import { Display, Fields } from './keypadStyle';

/** The numbers of a keypad as far as they are typed; pressed, one is typed anew. */
export const KeypadEntries = ({
  fields,
  texts,
  active,
  columns,
  select,
}: Pick<EntryState, 'texts' | 'active'> & {
  readonly fields: readonly EntryField[];
  readonly columns: number;
  readonly select: (key: string) => void;
}) => (
  <Fields $columns={columns}>
    {fields.map(({ key, label, unit, optional }) => (
      <Display
        key={key}
        type="button"
        $active={key === active}
        $narrow={columns > 1}
        aria-pressed={key === active}
        onClick={() => select(key)}
      >
        <span className="label">
          {label}
          {columns > 1 && unit.startsWith('°') ? `, ${unit}` : ''}
          {optional === true ? ' (if read)' : ''}
        </span>
        <span className="figure" data-testid={`entry-${key}`}>
          <Figure text={withMinus(texts[key] ?? '')} />
          <span className="caret">_</span>
        </span>
        {columns > 1 ? null : <span className="unit">{unit}</span>}
      </Display>
    ))}
  </Fields>
);
