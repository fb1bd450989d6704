import { leadOf } from './headerName';
import { fieldNamed, fieldsOf, type Field } from './vocabulary';

/** The name of a reading's field in its parts: `battery.openCircuit@A.volts`. */
export interface FieldName {
  readonly step: string;
  /** The point it is for; null where it is for any. */
  readonly point: string | null;
  readonly part: string;
}

const NAME = /^([a-z]+\.[a-zA-Z]+)(?:@([^.]+))?\.([a-zA-Z]+)$/;

/** @returns null for what is no field of a reading */
export const fieldName = (name: string): FieldName | null => {
  const [, step, point, part] = NAME.exec(name) ?? [];
  return step === undefined || part === undefined ? null : { step, point: point ?? null, part };
};

const READING_FIELDS = fieldsOf('results').flatMap((field) => {
  const name = fieldName(field.field);
  return name === null || field.field.startsWith('visit.') || field.field.startsWith('reading.')
    ? []
    : [{ ...name, field }];
});

/** The field that makes a reading of a step. */
export const mainOf = (step: string): { readonly part: string; readonly field: Field } | null =>
  READING_FIELDS.find((own) => own.step === step && own.field.main === true) ?? null;

/** What else a reading of a step may or must tell. */
export const othersOf = (step: string): readonly { readonly part: string; readonly field: Field }[] =>
  READING_FIELDS.filter((own) => own.step === step && own.field.main !== true);

/** True of the full name of a field that makes a reading. */
export const isMain = (name: string): boolean => fieldNamed('results', name)?.main === true;

/** The step a word names, and the point where it fixes one; null where it names none. */
export const stepNamed = (text: string): { readonly step: string; readonly point: string | null } | null => {
  const [step = '', point] = text.split('@');
  if (mainOf(step) !== null) return { step, point: point ?? null };
  const lead = leadOf('results', text);
  const name = lead === null || lead.field.main !== true ? null : fieldName(lead.name);
  return name === null ? null : { step: name.step, point: name.point };
};

const LETTERS = 'ABCDEF'.split('');
const ALTERNATOR = /^ALT/i;

/** Points a step is taken at. @param alternators ids of the unit, where they are known */
export const takesPoint = (
  step: string,
  point: string,
  unit: { readonly positions: readonly string[]; readonly alternators: readonly string[] | null } | null,
): boolean => {
  const isPosition = (unit?.positions ?? LETTERS).includes(point);
  const known = unit?.alternators ?? null;
  const isAlternator = known === null ? ALTERNATOR.test(point) : known.includes(point);
  switch (step) {
    case 'start.crankVolts':
      return point === 'bank' || point === 'starter';
    case 'start.drop':
    case 'charge.drop':
      return point === 'positive' || point === 'negative';
    case 'charge.volts':
    case 'charge.ripple':
      return point === 'bank' || isAlternator;
    case 'charge.output':
      return isAlternator;
    case 'charge.recharge':
      return point === 'bank' || isPosition;
    default:
      return step.startsWith('battery.') && isPosition;
  }
};
