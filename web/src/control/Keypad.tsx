import { Delete } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { Figure } from './Figure';
import { PrimaryKey } from './Key';

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
`;
const Display = styled.button<{ $active: boolean }>`
  display: grid;
  grid-template-columns: 1fr auto 2.2rem;
  align-items: baseline;
  gap: 0.5rem;
  width: 100%;
  min-height: 64px;
  padding: 0.3rem 0.9rem;
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
    font-size: ${({ $active }) => ($active ? '2.9rem' : '2rem')};
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
  min-height: 70px;
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

/**
 * A big keypad for one or several numbers. Digits typed on a keyboard go to the reading without clicking first; Enter
 * goes to the next number and saves after the last. The unusual is asked about, the impossible is refused.
 */
export const Keypad = ({
  fields,
  save,
  saveWords = 'Save reading',
  onChange,
}: {
  fields: readonly EntryField[];
  save: (values: EntryValues) => void;
  saveWords?: string;
  onChange?: (values: EntryValues) => void;
}) => {
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(fields.map(({ key, initial }) => [key, initial ?? ''])),
  );
  const firstEmpty = fields.findIndex(({ key }) => (texts[key] ?? '') === '');
  const [active, setActive] = useState(Math.max(0, firstEmpty));
  const [fresh, setFresh] = useState(true);
  const [notice, setNotice] = useState<Check | null>(null);
  const field = fields[active]!;

  const values = (from: Readonly<Record<string, string>>): EntryValues =>
    Object.fromEntries(
      fields.map(({ key }) => [key, from[key] === '' || Number.isNaN(Number(from[key])) ? null : Number(from[key])]),
    );

  const press = (key: string): void => {
    const before = fresh && key !== 'back' && key !== 'sign' ? '' : (texts[field.key] ?? '');
    const next = { ...texts, [field.key]: typed(before, key) };
    setTexts(next);
    setFresh(false);
    setNotice(null);
    onChange?.(values(next));
  };

  const select = (index: number): void => {
    setActive(index);
    setFresh(true);
  };

  const enter = (): void => {
    const own = check(field, texts[field.key] ?? '');
    if (own !== null && own.kind !== 'unusual') {
      setNotice(own);
      return;
    }
    if (
      active < fields.length - 1 &&
      fields.slice(active + 1).some(({ key, optional }) => (texts[key] ?? '') === '' && optional !== true)
    ) {
      select(active + 1);
      return;
    }
    const problems = fields.flatMap((candidate) => check(candidate, texts[candidate.key] ?? '') ?? []);
    const hard = problems.find(({ kind }) => kind !== 'unusual');
    const unusual = problems.find(({ kind }) => kind === 'unusual');
    if (hard !== undefined) {
      setNotice(hard);
      select(fields.indexOf(hard.field));
      return;
    }
    if (unusual !== undefined && notice?.kind !== 'unusual') {
      setNotice(unusual);
      return;
    }
    save(values(texts));
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const target = event.target instanceof Element ? event.target : null;
      if (target?.closest('input, textarea, select, [role=dialog]') != null) return;
      if (event.key === 'Enter') {
        if (target?.closest('a, button, [role=button]') != null) return;
        event.preventDefault();
        enter();
        return;
      }
      const key = keyOf(event.key);
      if (key === null) return;
      event.preventDefault();
      press(key);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  return (
    <Panel>
      {fields.map((candidate, index) => (
        <Display
          key={candidate.key}
          type="button"
          $active={index === active}
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
          <span className="unit">{candidate.unit}</span>
        </Display>
      ))}
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
      <PrimaryKey onPress={enter}>{notice?.kind === 'unusual' ? 'Save it anyway' : saveWords}</PrimaryKey>
    </Panel>
  );
};
