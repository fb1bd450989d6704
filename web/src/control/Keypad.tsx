import { present } from '@vaktman/core';
import { Delete } from 'lucide-react';
import { useEffectEvent, useLayoutEffect, useReducer, useRef } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { Figure } from './Figure';
import { PrimaryKey } from './Key';
import { PHONE } from '../theme/screen';
import { inReach } from './inReach';
import { useOnce } from './useOnce';

/** One number to enter. */
export interface EntryField {
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  /** What is set already, such as the seconds a clock measured. */
  readonly initial?: string | undefined;
  readonly optional?: boolean | undefined;
  readonly signed?: boolean | undefined;
  readonly min: number;
  readonly max: number;
  /** Outside this the value is possible but unusual, and is asked about before it is saved. */
  readonly usual?: readonly [low: number, high: number] | undefined;
}

export type EntryValues = Readonly<Record<string, number | null>>;

const Panel = styled.div`
  display: grid;
  gap: 8px;
  align-content: start;
  /* On a phone its parts stand in the sheet itself, so that the key to save stays in sight all the way down. */
  ${PHONE} {
    display: contents;
    > * {
      margin-bottom: 8px;
    }
  }
`;
const Foot = styled.div`
  display: grid;
  ${inReach}
`;
const Fields = styled.div<{ $columns: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  gap: 8px;
`;
const Display = styled.button<{ $active: boolean; $narrow: boolean }>`
  display: grid;
  grid-template-columns: ${({ $narrow }) => ($narrow ? '1fr' : '1fr auto 2.2rem')};
  align-items: baseline;
  gap: 0.5rem;
  width: 100%;
  min-height: 64px;
  padding: ${({ $narrow }) => ($narrow ? '0.15rem 0.4rem' : '0.3rem 0.9rem')};
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
  background: var(--raised);
  border: ${({ $active }) => ($active ? '3px solid var(--live)' : '1.6px solid var(--rule)')};
  .label {
    font-size: 0.98rem;
    color: var(--ink-2);
  }
  .figure {
    font-size: ${({ $active, $narrow }) => ($narrow ? '1.5rem' : $active ? '2.9rem' : '2rem')};
    line-height: 1.15;
  }
  .unit {
    font-size: 1.2rem;
  }
  .caret {
    color: var(--live);
    visibility: ${({ $active }) => ($active ? 'visible' : 'hidden')};
  }
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
`;
const Digit = styled(Button)`
  min-height: 64px;
  font-family: 'B612 Mono', monospace;
  font-weight: 700;
  font-size: 1.9rem;
  color: var(--ink);
  background: var(--raised);
  border: 1.4px solid var(--ink);
  border-radius: 0;
  cursor: pointer;
  touch-action: manipulation;
  display: grid;
  place-items: center;
  &[data-hovered] {
    background: var(--shade);
  }
  &[data-pressed] {
    background: var(--rule);
  }
`;
const Notice = styled.p`
  padding: 0.5rem 0.8rem;
  font-weight: 600;
  border-left: 8px solid var(--failed);
  background: var(--shade);
`;

const LONGEST = 8;
const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', 'back'] as const;

const typed = (text: string, key: string): string => {
  if (key === 'back') return text.slice(0, -1);
  if (key === 'sign') return text.startsWith('-') ? text.slice(1) : `-${text}`;
  if (text.length >= LONGEST || (key === '.' && text.includes('.'))) return text;
  return text + key;
};

const keyOf = (key: string): string | null => {
  if (/^[0-9]$/.test(key)) return key;
  if (key === '.' || key === ',') return '.';
  if (key === 'Backspace') return 'back';
  return key === '-' ? 'sign' : null;
};

type Check = { readonly kind: 'missing' | 'refused' | 'unusual'; readonly field: EntryField; readonly words: string };

const check = (field: EntryField, text: string): Check | null => {
  if (text === '' || text === '-' || text === '.')
    return field.optional ? null : { kind: 'missing', field, words: `${field.label}: type what you read.` };
  const value = Number(text);
  if (!(value >= field.min && value <= field.max)) {
    return {
      kind: 'refused',
      field,
      words: `${text} ${field.unit} cannot be: expected ${field.min} to ${field.max} ${field.unit}. Check the decimal point and the range of the meter.`,
    };
  }
  if (field.usual !== undefined && (value < field.usual[0] || value > field.usual[1])) {
    return {
      kind: 'unusual',
      field,
      words: `${text} ${field.unit} is unusual. Look at the meter once more; save it if it stands.`,
    };
  }
  return null;
};

interface EntryState {
  readonly texts: Readonly<Record<string, string>>;
  readonly active: number;
  /** The next digit begins the number anew. */
  readonly fresh: boolean;
  readonly notice: Check | null;
}

const initialEntry = (fields: readonly EntryField[]): EntryState => ({
  texts: Object.fromEntries(fields.map(({ key, initial }) => [key, initial ?? ''])),
  active: Math.max(
    0,
    fields.findIndex(({ initial }) => (initial ?? '') === ''),
  ),
  fresh: true,
  notice: null,
});

const valuesOf = (fields: readonly EntryField[], texts: Readonly<Record<string, string>>): EntryValues =>
  Object.fromEntries(
    fields.map(({ key }) => [key, texts[key] === '' || Number.isNaN(Number(texts[key])) ? null : Number(texts[key])]),
  );

/**
 * A big keypad for one or several numbers. Digits typed on a keyboard go to the reading without clicking first; Enter
 * goes to the next number and saves after the last. The unusual is asked about, the impossible is refused.
 */
export const Keypad = ({
  fields,
  save,
  saveWords = 'Save reading',
  onChange,
  columns = 1,
}: {
  fields: readonly EntryField[];
  /** May give back a promise: until it is settled, nothing is saved again. */
  save: (values: EntryValues) => unknown;
  saveWords?: string;
  onChange?: (values: EntryValues) => void;
  /** How many numbers stand beside one another. */
  columns?: number;
}) => {
  // Kept in a ref so that two digits typed within one frame both count.
  const entry = useRef<EntryState>(null);
  const [, redraw] = useReducer((count: number) => count + 1, 0);
  entry.current ??= initialEntry(fields);
  const { texts, active, notice } = entry.current;
  const field = present(fields[active]);

  const set = (part: Partial<EntryState>): void => {
    entry.current = { ...present(entry.current), ...part };
    redraw();
  };
  const select = (index: number): void => set({ active: index, fresh: true });

  const press = (key: string): void => {
    const now = present(entry.current);
    const own = present(fields[now.active]).key;
    const before = now.fresh && key !== 'back' && key !== 'sign' ? '' : (now.texts[own] ?? '');
    const next = { ...now.texts, [own]: typed(before, key) };
    set({ texts: next, fresh: false, notice: null });
    onChange?.(valuesOf(fields, next));
  };

  const [saving, askToSave] = useOnce(save);
  const enter = (): unknown => {
    const now = present(entry.current);
    const here = present(fields[now.active]);
    const own = check(here, now.texts[here.key] ?? '');
    if (own !== null && own.kind !== 'unusual') {
      set({ notice: own });
      return undefined;
    }
    const later = fields.slice(now.active + 1);
    if (later.some(({ key, optional }) => (now.texts[key] ?? '') === '' && optional !== true)) {
      select(now.active + 1);
      return undefined;
    }
    const problems = fields.flatMap((candidate) => check(candidate, now.texts[candidate.key] ?? '') ?? []);
    const hard = problems.find(({ kind }) => kind !== 'unusual');
    const unusual = problems.find(({ kind }) => kind === 'unusual');
    if (hard !== undefined) set({ notice: hard, active: fields.indexOf(hard.field), fresh: true });
    else if (unusual !== undefined && now.notice?.kind !== 'unusual') set({ notice: unusual });
    else return askToSave(valuesOf(fields, now.texts));
    return undefined;
  };

  const onKey = useEffectEvent((event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const target = event.target instanceof Element ? event.target : null;
    // A choice that was touched keeps the focus but takes no digits; only what is typed into does.
    if (target?.closest('input:not([type=radio], [type=checkbox]), textarea, select, [role=dialog]') != null) return;
    if (event.key === 'Enter') {
      if (target?.closest('a, button, [role=button], input') != null) return;
      event.preventDefault();
      void enter();
      return;
    }
    const key = keyOf(event.key);
    if (key === null) return;
    event.preventDefault();
    // What was pressed before lets go of the keyboard, or Enter would press it again instead of saving.
    if (document.activeElement instanceof HTMLElement || document.activeElement instanceof SVGElement)
      document.activeElement.blur();
    press(key);
  });
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent): void => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);

  return (
    <Panel>
      <Fields $columns={columns}>
        {fields.map((candidate, index) => (
          <Display
            key={candidate.key}
            type="button"
            $active={index === active}
            $narrow={columns > 1}
            aria-pressed={index === active}
            onClick={() => select(index)}
          >
            <span className="label">
              {candidate.label}
              {candidate.optional === true ? ' (if read)' : ''}
            </span>
            <span className="figure" data-testid={`entry-${candidate.key}`}>
              <Figure text={(texts[candidate.key] ?? '').replace('-', '−')} />
              <span className="caret">_</span>
            </span>
            {columns > 1 ? null : <span className="unit">{candidate.unit}</span>}
          </Display>
        ))}
      </Fields>
      {notice === null ? null : <Notice role="alert">{notice.words}</Notice>}
      <Keys role="group" aria-label="Keypad">
        {KEYS.map((key) => (
          <Digit
            key={key}
            aria-label={key === 'back' ? 'Delete the last digit' : key === '.' ? 'Decimal point' : key}
            onPress={() => press(key)}
            excludeFromTabOrder
          >
            {key === 'back' ? <Delete aria-hidden="true" /> : key}
          </Digit>
        ))}
        {field.signed === true ? (
          <Digit
            aria-label="Change the sign"
            onPress={() => press('sign')}
            excludeFromTabOrder
            style={{ gridColumn: '1 / -1', minHeight: 56 }}
          >
            ±
          </Digit>
        ) : null}
      </Keys>
      <Foot>
        <PrimaryKey isPending={saving} onPress={enter}>
          {notice?.kind === 'unusual' ? 'Save it anyway' : saveWords}
        </PrimaryKey>
      </Foot>
    </Panel>
  );
};
