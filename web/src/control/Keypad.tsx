import { present } from '@vaktman/core';
import { useCallback, useEffect, useEffectEvent, useLayoutEffect, useReducer, useRef, type ReactNode } from 'react';
import { PrimaryKey } from './Key';
import { useReaderUnits, useWords } from './ReaderContext';
import { useKeypadKeys } from './useKeypadKeys';
import { useOnce } from './useOnce';
import {
  activeField,
  check,
  initialEntry,
  typed,
  valuesOf,
  type EntryField,
  type EntryState,
  type EntryValues,
} from './keypadEntry';
import { forgetEntry, keepEntry, keptEntry } from './keptEntry';
import { ownValues, readerFields } from './keypadUnits';
import { KeypadDigits } from './KeypadDigits';
import { KeypadEntries } from './KeypadEntries';
import { Foot, Notice, Panel, Reach } from './keypadStyle';

/** So many rows of numbers stay in sight with the digits; more would leave no room for what is said of them. */
const ROWS_IN_REACH = 3;
/** So many numbers stand beside one another on a phone. */
const IN_A_ROW = 2;

/**
 * A big keypad for one or several numbers. Digits typed on a keyboard go to the reading without clicking first; Enter
 * goes to the next number and saves after the last. The unusual is asked about, the impossible is refused.
 */
export const Keypad = ({
  fields: ownFields,
  save: saveOwn,
  saveWords = 'Save reading',
  onChange: tell,
  columns = 1,
  isDense = false,
  above = null,
  keptAs,
}: {
  fields: readonly EntryField[];
  /** May give back a promise: until it is settled, nothing is saved again. */
  save: (values: EntryValues) => unknown;
  saveWords?: string;
  onChange?: (values: EntryValues) => void;
  /** How many numbers stand beside one another. */
  columns?: number;
  /** Much stands above it: on a low screen several numbers take less room. */
  isDense?: boolean;
  /** What has to be in reach while it is typed. */
  above?: ReactNode;
  /** What is typed is kept under this name until it is saved: several numbers are not typed twice for a reload. */
  keptAs?: string;
}) => {
  const units = useReaderUnits();
  const words = useWords();
  const fields = readerFields(ownFields, units);
  const keptKey = keptAs === undefined ? null : `${keptAs}.${units.temperature}`;
  const save = (values: EntryValues): unknown => {
    const saved = saveOwn(ownValues(ownFields, values, units));
    return keptKey === null ? saved : Promise.resolve(saved).then(() => forgetEntry(keptKey));
  };
  const onChange =
    tell === undefined ? undefined : (values: EntryValues): void => tell(ownValues(ownFields, values, units));
  // Kept in a ref so that two digits typed within one frame both count.
  const entry = useRef<EntryState>(null);
  const [, redraw] = useReducer((count: number) => count + 1, 0);
  entry.current ??= initialEntry(fields, keptKey === null ? null : keptEntry(keptKey, Date.now()));
  const { texts } = entry.current;
  const field = activeField(fields, entry.current);
  // A number that is known by other means meanwhile is asked no more.
  const told = entry.current.notice;
  const notice = fields.some(({ key }) => key === told?.field.key) ? told : null;

  const set = (part: Partial<EntryState>): void => {
    entry.current = { ...present(entry.current), ...part };
    redraw();
  };
  const keepTyped = (): void => {
    if (keptKey !== null) keepEntry(keptKey, present(entry.current), Date.now());
  };
  const select = (key: string): void => {
    set({ active: key, fresh: true });
    // The number before is whole: a reload goes on with this one.
    keepTyped();
  };

  const press = (key: string): void => {
    const now = present(entry.current);
    const own = activeField(fields, now).key;
    const begun = now.fresh || own !== now.active;
    const before = begun && key !== 'back' && key !== 'sign' ? '' : (now.texts[own] ?? '');
    const next = { ...now.texts, [own]: typed(before, key) };
    set({ texts: next, active: own, fresh: false, notice: null });
    keepTyped();
    onChange?.(valuesOf(fields, next));
  };

  const tellKept = useEffectEvent((): void => {
    const { texts: begun } = present(entry.current);
    if (keptKey !== null && fields.some(({ key }) => (begun[key] ?? '') !== '')) onChange?.(valuesOf(fields, begun));
  });
  useEffect(() => tellKept(), []);

  const [saving, askToSave] = useOnce(save);
  const enter = (): unknown => {
    const now = present(entry.current);
    const here = activeField(fields, now);
    const own = check(here, now.texts[here.key] ?? '');
    if (own !== null && own.kind !== 'unusual') {
      set({ notice: own });
      return undefined;
    }
    const [next, ...others] = fields.slice(fields.indexOf(here) + 1);
    if (
      next !== undefined &&
      [next, ...others].some(({ key, optional }) => (now.texts[key] ?? '') === '' && optional !== true)
    ) {
      select(next.key);
      return undefined;
    }
    const problems = fields.flatMap((candidate) => check(candidate, now.texts[candidate.key] ?? '') ?? []);
    const said = ({ key }: EntryField): string => `${key} ${now.texts[key] ?? ''}`;
    const wrong = problems.find((problem) => problem.kind !== 'unusual' || !now.asked.includes(said(problem.field)));
    if (wrong === undefined) return askToSave(valuesOf(fields, now.texts));
    set({
      notice: wrong,
      active: wrong.field.key,
      // Whoever looked at the meter once more types what it says, not the rest of what stood there.
      fresh: true,
      asked: wrong.kind === 'unusual' ? [...now.asked, said(wrong.field)] : now.asked,
    });
    return undefined;
  };

  useKeypadKeys(press, enter);
  const latestPress = useRef(press);
  useLayoutEffect(() => {
    latestPress.current = press;
  });
  const pressDigit = useCallback((key: string): void => latestPress.current(key), []);

  const isShort = Math.ceil(fields.length / columns) <= ROWS_IN_REACH;
  const entries = (
    <KeypadEntries
      fields={fields}
      texts={texts}
      active={field.key}
      columns={columns}
      isDense={isDense}
      inReach={isShort}
      select={select}
    />
  );
  return (
    <Panel>
      {isShort ? null : entries}
      <Reach $isTall={above !== null || (isShort && fields.length > IN_A_ROW)}>
        {above}
        {isShort ? entries : null}
        {notice === null ? null : (
          <Notice role="alert">
            {fields.length > 1 && notice.kind !== 'missing' ? `${notice.field.label}: ` : ''}
            {words(notice.words)}
          </Notice>
        )}
        <KeypadDigits signed={field.signed === true} press={pressDigit} />
        <Foot>
          <PrimaryKey isPending={saving} onPress={enter}>
            {notice?.kind === 'unusual' ? 'Save it anyway' : saveWords}
          </PrimaryKey>
        </Foot>
      </Reach>
    </Panel>
  );
};
