import * as z from 'zod';
import { faultSchema, type Fault } from './fault';
import { saneCelsius } from '../quantity/sanity';
import { alternatorIds, joints, positions } from '../unit/points';
import { positionSchema, unitSchema, USUAL_CYLINDERS, type Unit } from '../unit/unit';
import type { Parsed } from '../file/parseVisit';
import { problemsOf, type Problem } from '../file/problem';

const percent = z.number({ error: 'expected percent from 0 to 100' }).min(0).max(100);

/** A simulated machine: its unit, its state today, and what is wrong with it. */
export const scenarioFileSchema = z.strictObject({
  format: z.literal('vaktman-scenario'),
  version: z.literal(1),
  unit: unitSchema,
  ambientC: saneCelsius,
  stateOfChargePercent: z
    .union([percent, z.record(positionSchema, percent)], {
      error: 'expected percent from 0 to 100, or percent by battery position',
    })
    .describe('For the whole bank, or by position'),
  seed: z.int().min(0).max(4294967295).describe('Instrument errors; the same seed gives the same bytes'),
  faults: z.array(faultSchema).max(50),
});
export type ScenarioFile = z.infer<typeof scenarioFileSchema>;

const ALTERNATOR_FAULTS: readonly Fault['kind'][] = [
  'alternator.weak',
  'alternator.phase-lost',
  'alternator.diode-open',
  'alternator.diode-shorted',
  'alternator.sense-fuse',
  'regulator.offset',
];

const cylinderNumbers = (unit: Unit): readonly string[] =>
  Array.from({ length: unit.engine?.cylinders ?? USUAL_CYLINDERS }, (_, index) => String(index + 1));

/** Where on this unit a fault of a kind can sit; null where its own schema says it all. */
export const faultPlaces = (unit: Unit, kind: Fault['kind']): readonly string[] | null => {
  if (kind.startsWith('battery.')) return positions(unit);
  if (kind.startsWith('joint.')) return joints(unit);
  if (kind === 'engine.compression') return cylinderNumbers(unit);
  return ALTERNATOR_FAULTS.includes(kind) ? alternatorIds(unit) : null;
};

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

/** Problems between well-formed parts: what the unit has not, and what excludes one another. */
const crossProblems = (input: unknown): Problem[] => {
  if (!isRecord(input)) return [];
  const parsedUnit = unitSchema.safeParse(input['unit']);
  if (!parsedUnit.success) return [];
  const unit = parsedUnit.data;
  const found: Problem[] = [];
  const at = positions(unit);
  const charge = input['stateOfChargePercent'];
  if (isRecord(charge)) {
    for (const position of Object.keys(charge)) {
      if (positionSchema.safeParse(position).success && !at.includes(position))
        found.push({
          path: `stateOfChargePercent.${position}`,
          message: `the unit has no such battery; expected one of ${at.join(', ')}`,
        });
    }
    for (const position of at) {
      if (charge[position] === undefined)
        found.push({ path: `stateOfChargePercent.${position}`, message: 'missing, expected percent from 0 to 100' });
    }
  }
  (Array.isArray(input['faults']) ? (input['faults'] as unknown[]) : []).forEach((raw, index) => {
    const fault = faultSchema.safeParse(raw);
    if (!fault.success) return;
    const [inner, path] =
      fault.data.kind === 'comes-when-warm'
        ? [fault.data.fault, `faults[${index}].fault`]
        : [fault.data, `faults[${index}]`];
    const places = faultPlaces(unit, inner.kind);
    if (places !== null && !places.includes(inner.at))
      found.push({ path: `${path}.at`, message: `expected one of ${places.join(', ')}, received ${inner.at}` });
    if (
      inner.kind !== 'starter.contacts' &&
      inner.kind !== 'start.control-wire' &&
      inner.kind !== 'start.magnetic-switch'
    )
      return;
    if (inner.open !== undefined && inner.milliohms !== undefined)
      found.push({ path, message: 'expected either milliohms or open, received both' });
    if (inner.open === undefined && inner.milliohms === undefined)
      found.push({ path: `${path}.milliohms`, message: 'missing, expected milliohms, or open: true' });
  });
  return found;
};

/** A scenario from data, with every problem by its path. */
export const parseScenario = (input: unknown): Parsed<ScenarioFile> => {
  const parsed = scenarioFileSchema.safeParse(input);
  const problems = [...(parsed.success ? [] : problemsOf(parsed.error, input)), ...crossProblems(input)];
  return parsed.success && problems.length === 0 ? { ok: true, value: parsed.data } : { ok: false, problems };
};

/** The same from text. */
export const parseScenarioText = (text: string): Parsed<ScenarioFile> => {
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return { ok: false, problems: [{ path: '$', message: `not JSON (${why}), expected one object` }] };
  }
  return parseScenario(input);
};

/** State of charge of every battery of a scenario, percent by position. */
export const chargeByPosition = ({ unit, stateOfChargePercent }: ScenarioFile): Record<string, number> =>
  typeof stateOfChargePercent === 'number'
    ? Object.fromEntries(positions(unit).map((position) => [position, stateOfChargePercent]))
    : stateOfChargePercent;
