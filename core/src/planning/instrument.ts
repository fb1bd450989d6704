import * as z from 'zod';
import { addMonths } from '../quantity/calendarMonths';
import { wholeText } from '../quantity/text';
import { stepEntry } from '../step/catalogue';
import { INSTRUMENT_KINDS, type InstrumentKind } from './instrumentKind';
import type { Reading } from '../step/catalogue';

const words = (most: number) =>
  wholeText()
    .trim()
    .max(most, { error: `at most ${most} letters` });

/** An instrument of the shop. */
export const instrumentSchema = z.strictObject({
  name: words(60).min(1, { error: 'expected a name, such as Meter 2' }),
  kind: z.enum(INSTRUMENT_KINDS, { error: `expected one of ${INSTRUMENT_KINDS.join(', ')}` }),
  scaleMvPerA: z
    .number({ error: 'expected millivolts for one ampere, such as 10' })
    .positive({ error: 'expected more than 0 mV per A' })
    .max(1000, { error: 'expected at most 1000 mV per A' })
    .optional()
    .describe('Of a clamp that is read with a meter'),
  range: words(60).optional().describe('As on the instrument'),
  error: words(60).optional().describe('As its papers say'),
  checked: z.iso.date({ error: 'expected a date such as 2026-03-01' }).optional(),
  checkMonths: z
    .int({ error: 'expected whole months, such as 12' })
    .min(1, { error: 'expected at least 1 month' })
    .max(120, { error: 'expected at most 120 months' })
    .optional()
    .describe('How often it is checked'),
});
export type Instrument = z.infer<typeof instrumentSchema>;

/** Whether an instrument may be trusted by its last check. */
export type CheckState =
  | { readonly kind: 'not-asked' }
  | { readonly kind: 'good' | 'overdue'; readonly dueOn: string }
  | { readonly kind: 'never' };

/**
 * How an instrument stands with its check on a day.
 * @param today such as `2026-11-27`
 */
export const checkState = ({ checked, checkMonths }: Instrument, today: string): CheckState => {
  if (checkMonths === undefined) return { kind: 'not-asked' };
  if (checked === undefined) return { kind: 'never' };
  const dueOn = addMonths(checked, checkMonths);
  return { kind: dueOn < today ? 'overdue' : 'good', dueOn };
};

/** Fields of a reading, by what they are read with. */
const READ_WITH: Readonly<Record<InstrumentKind, readonly string[]>> = {
  meter: ['volts', 'lowestVolts', 'acVolts', 'voltsBefore', 'supplyVolts'],
  clamp: ['amps', 'peakAmps', 'ampsBefore'],
  pile: [],
  tester: ['measured', 'result', 'milliohms', 'limitVolts'],
  hydrometer: ['cells'],
};

/** What a test is read with, as far as its fields tell; a test by eye with nothing. */
export const instrumentsOf = (step: Reading['step']): readonly InstrumentKind[] => {
  const fields = new Set(Object.keys(stepEntry(step).schema.shape));
  const kinds = INSTRUMENT_KINDS.filter((kind) => READ_WITH[kind].some((field) => fields.has(field)));
  // What a tester shows is its own; the load of a pile is read with meter and clamp.
  if (kinds.includes('tester')) return ['tester'];
  return step === 'battery.load' ? [...kinds, 'pile'] : kinds;
};
