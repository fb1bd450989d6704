import { matchBank } from '../battery/bankMatch';
import { loadFigures, type BatteryFigures } from '../battery/figures';
import { stateOfChargePercent } from '../battery/stateOfCharge';
import { tidy } from '../quantity/compare';
import { positions } from '../unit/points';
import { advice } from './advice';
import { restingFor } from '../step/battery/openCircuit';
import { currentAt, type Judgeable } from '../step/catalogue';
import { inOrder, stepKey, visitFacts } from '../judging/facts';
import { batteryTemperature } from '../judging/temperature';
import { earlierOutcomes } from './earlier';
import { findings, type Finding } from './findings';
import type { Disposition } from './disposition';
import type { JudgedStepEntry, Judgement } from './judgement';
import { isOpen, nextStep } from './next';
import { obligatoryPlaces } from './obligation';
import { Outcomes } from './outcomes';

/** Figures of one battery as far as its readings carry them. */
const figuresOf = (outcomes: Outcomes, position: string): BatteryFigures => {
  const { facts } = outcomes;
  const battery = facts.batteries.get(position);
  if (battery === undefined) return {};
  const latest = restingFor(outcomes, position, null);
  const charge =
    latest === null || latest.spoiled
      ? {}
      : { stateOfChargePercent: tidy(stateOfChargePercent(battery, latest.reading.volts)) };
  const load = currentAt(facts, 'battery.load', position);
  if (load === null || load.engineRunning === true || load.lowestVolts < 0) return charge;
  const resting = restingFor(outcomes, position, load);
  if (resting === null || resting.spoiled) return charge;
  const { celsius } = batteryTemperature(facts, position, load);
  return { ...charge, ...loadFigures(battery, facts.limits, resting.reading.volts, load, celsius) };
};

/** Whether the unit may go out: open findings first, then what is still owed. */
const dispositionOf = (found: readonly Finding[], owesAny: boolean, isQuick: boolean): Disposition => {
  const asks = (...severities: readonly Finding['severity'][]): boolean =>
    found.some(({ severity }) => severities.includes(severity));
  if (asks('replace', 'repair')) return 'hold';
  if (owesAny || asks('recharge', 'recheck')) return 'unfinished';
  if (asks('watch')) return 'ready-watch';
  // A quick visit has not looked at enough to call a unit ready.
  return isQuick ? 'no-sign' : 'ready';
};

/**
 * Judges a visit: every step with limit, margin and reason, the batteries' figures, findings with evidence, what is
 * still owed, the next step and whether the unit may go. Pure: the same visit always gives the same judgement, in the
 * browser, on the server and on the command line. Never throws on a visit that meets the file format.
 */
export const judge = (file: Judgeable): Judgement => {
  const ordered = inOrder(file.readings);
  const facts = visitFacts(file, ordered);
  const outcomes = new Outcomes(facts);
  const judged = outcomes.all();
  const earlier = earlierOutcomes(outcomes, ordered);
  const match = matchBank(facts.unit.bank, facts.limits);
  const found = findings(outcomes, judged, earlier, match, file);
  const obligatory = obligatoryPlaces(outcomes);
  const figures = positions(facts.unit).flatMap((position): [string, BatteryFigures][] => {
    const own = figuresOf(outcomes, position);
    return Object.keys(own).length === 0 ? [] : [[position, own]];
  });
  return {
    format: 'vaktman-judgement',
    version: 1,
    method: { profile: facts.limits.profile, version: facts.limits.version },
    steps: judged.map(({ step, point, verdict, limit, margin, because, readings, redo }): JudgedStepEntry => ({
      step,
      point,
      verdict,
      limit,
      margin,
      because,
      readings: [...readings],
      redo,
      earlier: (earlier.get(stepKey(step, point)) ?? []).map((then) => ({
        readings: [...then.readings],
        verdict: then.verdict,
      })),
    })),
    figures: Object.fromEntries(figures),
    findings: found.map((finding) => ({
      ...finding,
      evidence: { for: [...finding.evidence.for], against: [...finding.evidence.against] },
    })),
    missing: obligatory.filter(({ step, point }) => outcomes.at(step, point) === null),
    next: nextStep(outcomes, obligatory),
    disposition: dispositionOf(
      found,
      obligatory.some((place) => isOpen(outcomes, place)),
      facts.isQuick,
    ),
    advice: advice(facts, found, match, file.visit.at),
  };
};
