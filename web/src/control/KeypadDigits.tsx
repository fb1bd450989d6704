import { Delete } from 'lucide-react';
import { memo } from 'react';
import { KEYS } from './keypadEntry';
import { Digit, Keys } from './keypadStyle';
import { useReaderUnits } from './ReaderContext';

const WORDS: Readonly<Record<string, string>> = {
  back: 'Delete the last digit',
  '.': 'Decimal point',
  sign: 'Change the sign',
};
/** The last row. */
const LAST = 3;
const SIGNED = [...KEYS.slice(0, -LAST), 'sign', ...KEYS.slice(-LAST)];

interface KeypadDigitsProps {
  readonly signed: boolean;
  /** The same one for as long as they are shown: a digit that is typed draws none of them anew. */
  readonly press: (key: string) => void;
}

/** The digits, and the sign where a number may be below zero. */
export const KeypadDigits = memo(({ signed, press }: KeypadDigitsProps) => {
  const { decimal } = useReaderUnits();
  return (
    <Keys role="group" aria-label="Keypad" $signed={signed}>
      {(signed ? SIGNED : KEYS).map((key) => (
        <Digit key={key} aria-label={WORDS[key] ?? key} onPress={() => press(key)} excludeFromTabOrder>
          {key === 'back' ? <Delete aria-hidden="true" /> : key === '.' ? decimal : key === 'sign' ? '±' : key}
        </Digit>
      ))}
    </Keys>
  );
});
