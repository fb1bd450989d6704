import { fold } from './fold';
import { writtenNumber } from './numbers';
import { alternatorParts, cableParts, ratingParts } from './values';
import { isAnyMeasure, measureOf, type Field } from './vocabulary';

/** The digits of a cell of numbers, and how they are read under a decimal sign; null where there are none. */
export const digitsOf = (
  text: string,
  field: Field,
): { readonly body: string; readonly restOf: (body: string) => string } | null => {
  const source =
    field.type === 'rating'
      ? (ratingParts(text)?.written ?? null)
      : field.type === 'alternatorAmps'
        ? alternatorParts(text).written
        : field.type === 'cableSize'
          ? (cableParts(text)?.written ?? null)
          : text;
  const written = source === null ? null : writtenNumber(source);
  return written === null ? null : { body: written.body, restOf: (body) => text.replace(written.body, body) };
};

const NUMBERS: ReadonlySet<string> = new Set(['number', 'rating', 'alternatorAmps', 'cableSize', 'value']);
export const hasNumbers = ({ type }: Field): boolean => NUMBERS.has(type);

const FORMULA = /^[=@+-]/;

/** True of a cell that a spreadsheet would take for a formula. */
export const isFormula = (text: string, field: Pick<Field, 'type' | 'quantity'>): boolean => {
  if (!FORMULA.test(text) || /^-\s/.test(text)) return false;
  if (field.type === 'rating') return ratingParts(text) === null;
  const written = writtenNumber(text);
  if (written === null) return true;
  if (written.suffix === '') return false;
  if (field.type === 'value') return !isAnyMeasure(fold(written.suffix));
  return field.quantity === undefined || measureOf(field.quantity, fold(written.suffix)) === null;
};
