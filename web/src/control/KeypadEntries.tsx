import { withMinus } from '@vaktman/core';
import { useEffect, useRef } from 'react';
import { Figure } from './Figure';
import type { EntryField, EntryState } from './keypadEntry';
import { Display, Fields } from './keypadStyle';

/** The numbers of a keypad as far as they are typed; pressed, one is typed anew. */
export const KeypadEntries = ({
  fields,
  texts,
  active,
  columns,
  isDense,
  inReach,
  select,
}: Pick<EntryState, 'texts' | 'active'> & {
  readonly fields: readonly EntryField[];
  readonly columns: number;
  /** Much stands above them. */
  readonly isDense: boolean;
  /** They stand over the digits wherever the page is scrolled to. */
  readonly inReach: boolean;
  readonly select: (key: string) => void;
}) => {
  const list = useRef<HTMLDivElement>(null);
  const told = `${active} ${texts[active] ?? ''}`;
  const first = useRef(told);
  useEffect(() => {
    if (inReach || first.current === told) return;
    first.current = told;
    // What is typed is seen: of many numbers it may stand under the digits.
    list.current?.querySelector('[aria-pressed=true]')?.scrollIntoView({ block: 'nearest' });
  }, [inReach, told]);
  return (
    <Fields
      $columns={columns}
      $inPairs={columns > 1 || fields.length === 1 ? 'never' : isDense ? 'low' : 'phone'}
      ref={list}
    >
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
};
