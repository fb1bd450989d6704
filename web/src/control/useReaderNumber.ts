import { parseDecimal, fromReader, readerUnit, toReader } from '@vaktman/core';
import { useState } from 'react';
import { useReaderUnits } from './ReaderContext';

interface ReaderNumber {
  readonly unit: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/**
 * A number of one of our units, typed and shown in the reader's. What is no number yet passes as it is, so that nothing
 * half-typed is lost.
 */
export const useReaderNumber = (unit: string, value: string, tell: (value: string) => void): ReaderNumber => {
  const units = useReaderUnits();
  const shown = readerUnit(unit, units);
  // What was typed, and what it stands for in our unit: as long as that is what stands, it is shown as it was typed.
  const [typed, setTyped] = useState({ text: value, own: value });
  if (shown === unit) return { unit, value, onChange: tell };
  const own = parseDecimal(value);
  const asRead = Number.isNaN(own) ? value : String(Math.round(toReader(own, unit, units) * 10) / 10);
  return {
    unit: shown,
    value: typed.own === value && typed.text !== typed.own ? typed.text : asRead,
    onChange: (text) => {
      const number = parseDecimal(text);
      const told = Number.isNaN(number) ? text : String(fromReader(number, unit, units));
      setTyped({ text, own: told });
      tell(told);
    },
  };
};
