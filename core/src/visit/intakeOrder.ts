import { CATALOGUE, stepEntry } from '../step/catalogue';
import type { Unit } from '../unit/unit';
import { symptomPlaces } from './symptoms';

/** One line of the order in which a visit reads: a test at all its points, or the look round. */
export interface OrderLine {
  readonly key: string;
  readonly title: string;
  /** Minutes of hands, waits aside. */
  readonly minutes: number;
  /** Where it comes in a visit without symptoms, from 0. */
  readonly usual: number;
  /** True where a symptom brings it forward. */
  readonly isFirst: boolean;
}

/** What a visit without symptoms does not tell apart: everything that is looked at goes together. */
const LOOK = 'look';

/**
 * The order symptoms set, beside the usual one. Nothing is dropped: what no symptom asks for follows in its usual order.
 * @param owed steps at points a visit owes
 */
export const intakeOrder = (
  unit: Unit,
  symptoms: readonly string[],
  owed: readonly { readonly step: string; readonly point: string }[],
): readonly OrderLine[] => {
  const first = symptomPlaces(unit, symptoms);
  const brought = new Set<string>(first.map(({ step }) => step));
  const keyOf = (step: string): string => (stepEntry(step).stage === 'look' && !brought.has(step) ? LOOK : step);
  const minutes = new Map<string, number>();
  const seen = new Set<string>();
  const add = (step: string, point: string): void => {
    if (seen.has(`${step}@${point}`)) return;
    seen.add(`${step}@${point}`);
    const key = keyOf(step);
    minutes.set(key, (minutes.get(key) ?? 0) + stepEntry(step).minutes);
  };
  for (const { step, point } of first) add(step, point);
  for (const { step, point } of owed) add(step, point);
  const steps = CATALOGUE.map(({ step }) => step);
  const place = (key: string): number => (key === LOOK ? -1 : steps.findIndex((step) => step === key));
  const usual = [...minutes.keys()].sort((a, b) => place(a) - place(b));
  const order = [...new Set(first.map(({ step }) => keyOf(step)))];
  return [...order, ...usual.filter((key) => !order.includes(key))].map((key) => ({
    key,
    title: key === LOOK ? 'Look round' : stepEntry(key).title,
    minutes: Math.max(1, Math.round(minutes.get(key) ?? 0)),
    usual: usual.indexOf(key),
    isFirst: order.includes(key),
  }));
};
