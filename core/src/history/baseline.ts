import { median } from '../quantity/median';
import type { VisitFigures } from './visitFigures';

/** Figures a unit is compared by with others of its kind, with their unit and which way is worse. */
export const BASELINE_FIGURES = {
  'starter.positive': { title: 'Starter cable, positive side', unit: 'mΩ', worse: 'more' },
  'starter.negative': { title: 'Starter cable, negative side', unit: 'mΩ', worse: 'more' },
  'charge.positive': { title: 'Charging cable, positive side', unit: 'mΩ', worse: 'more' },
  'charge.negative': { title: 'Charging cable, negative side', unit: 'mΩ', worse: 'more' },
  'crank.amps': { title: 'Crank current', unit: 'A', worse: 'more' },
  'crank.starterVolts': { title: 'Volts at the starter while cranking', unit: 'V', worse: 'less' },
  'running.volts': { title: 'Running volts', unit: 'V', worse: 'less' },
  output: { title: 'Alternator output', unit: '% of plate', worse: 'less' },
  recharge: { title: 'Recharge current', unit: 'A', worse: 'more' },
} as const;
export type BaselineFigure = keyof typeof BASELINE_FIGURES;
export const BASELINE_NAMES = Object.keys(BASELINE_FIGURES) as BaselineFigure[];

/** What known-good units of a kind read: the middle, and how far they lie apart. */
export interface Baseline {
  readonly middle: number;
  /** Robust standard deviation: 1.4826 times the median distance from the middle. */
  readonly deviation: number;
  readonly visits: number;
}

/** One figure of a unit beside its kind. */
export interface Deviation {
  readonly figure: BaselineFigure;
  readonly value: number;
  readonly baseline: Baseline;
  /** How many deviations it lies on the bad side; negative on the good side. */
  readonly worseBy: number;
}

/** Of several alternators the weakest tells; undefined where none was read. */
const weakest = (percents: readonly number[]): number | undefined =>
  percents.length === 0 ? undefined : Math.min(...percents);

/** The figure of a visit, or undefined when it was not read. */
export const figureOf = (figures: VisitFigures, name: BaselineFigure): number | undefined => {
  switch (name) {
    case 'starter.positive':
      return figures.starterMilliohm.positive;
    case 'starter.negative':
      return figures.starterMilliohm.negative;
    case 'charge.positive':
      return figures.chargeMilliohm.positive;
    case 'charge.negative':
      return figures.chargeMilliohm.negative;
    case 'crank.amps':
      return figures.crank?.amps;
    case 'crank.starterVolts':
      return figures.crank?.starterVolts;
    case 'running.volts':
      return figures.runningVolts;
    case 'output':
      return weakest(Object.values(figures.outputPercent));
    case 'recharge':
      return figures.rechargeAmps;
  }
};

const LEAST_VISITS = 5;
/** Readings of one kind never agree better than this share of their middle. */
const LEAST_SHARE = 0.03;

/**
 * Known-good values of a kind of unit.
 * @param good figures of visits that found nothing wrong, of units of one kind
 * @returns only what at least five visits read
 */
export const baselines = (good: readonly VisitFigures[]): ReadonlyMap<BaselineFigure, Baseline> => {
  const found = new Map<BaselineFigure, Baseline>();
  for (const name of BASELINE_NAMES) {
    const values = good.flatMap((figures) => figureOf(figures, name) ?? []);
    if (values.length < LEAST_VISITS) continue;
    const centre = median(values);
    const deviation = Math.max(
      1.4826 * median(values.map((value) => Math.abs(value - centre))),
      LEAST_SHARE * Math.abs(centre),
    );
    found.set(name, { middle: centre, deviation, visits: values.length });
  }
  return found;
};

/** A visit beside its kind, what is worst first. */
export const deviations = (figures: VisitFigures, known: ReadonlyMap<BaselineFigure, Baseline>): readonly Deviation[] =>
  BASELINE_NAMES.flatMap((figure): Deviation[] => {
    const value = figureOf(figures, figure);
    const baseline = known.get(figure);
    if (value === undefined || baseline === undefined) return [];
    const over = (value - baseline.middle) / baseline.deviation;
    return [{ figure, value, baseline, worseBy: BASELINE_FIGURES[figure].worse === 'more' ? over : -over }];
  }).sort((a, b) => b.worseBy - a.worseBy);
