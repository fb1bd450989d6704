import { unitSchema, type Unit } from '../unit/unit';
import { hasPoint, readingSchema, stepEntry, type Reading } from '../step/catalogue';
import { problemsOf, type Problem } from './problem';
import { visitFileSchema, type VisitFile } from './visitFile';

export type Parsed<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * What is wrong with a well-formed reading on this unit: a point it does not have, a field the point does not take.
 * The path is relative to the reading.
 */
export const readingProblems = (reading: Reading, unit: Unit): Problem[] => {
  const entry = stepEntry(reading.step);
  const points = entry.points(unit);
  if (!hasPoint(reading.step, unit, reading.point)) {
    const known = [...points, ...(entry.takes === undefined ? [] : [entry.takes.what])];
    const expected = known.length === 0 ? 'this unit has no such part' : `expected one of ${known.join(', ')}`;
    return [{ path: 'point', message: `${expected}, received ${JSON.stringify(reading.point)}` }];
  }
  const problem = entry.problem?.(reading, unit) ?? null;
  return problem === null ? [] : [problem];
};

const at = (index: number, path: string): string => `readings[${index}].${path}`;

/** Problems between the parts of a file, for every part that is well-formed by itself. */
const crossProblems = (input: unknown): Problem[] => {
  if (typeof input !== 'object' || input === null) return [];
  const { unit: rawUnit, readings: rawReadings, repairs: rawRepairs } = input as Record<string, unknown>;
  const problems: Problem[] = [];
  const unit = unitSchema.safeParse(rawUnit);
  const ids = new Set<string>();
  (Array.isArray(rawReadings) ? (rawReadings as unknown[]) : []).forEach((raw, index) => {
    const reading = readingSchema.safeParse(raw);
    if (!reading.success) return;
    if (ids.has(reading.data.id))
      problems.push({
        path: at(index, 'id'),
        message: `expected an id of its own, ${JSON.stringify(reading.data.id)} is used twice`,
      });
    ids.add(reading.data.id);
    if (!unit.success) return;
    problems.push(
      ...readingProblems(reading.data, unit.data).map(({ path, message }) => ({ path: at(index, path), message })),
    );
  });
  (Array.isArray(rawReadings) ? (rawReadings as unknown[]) : []).forEach((raw, index) => {
    const reading = readingSchema.safeParse(raw);
    const corrects = reading.success ? reading.data.corrects : undefined;
    if (corrects !== undefined && (!ids.has(corrects) || corrects === reading.data?.id))
      problems.push({
        path: at(index, 'corrects'),
        message: `expected the id of another reading of this file, received ${JSON.stringify(corrects)}`,
      });
  });
  const repairIds = new Set<unknown>();
  (Array.isArray(rawRepairs) ? (rawRepairs as unknown[]) : []).forEach((raw, index) => {
    const id: unknown = typeof raw === 'object' && raw !== null ? (raw as Record<string, unknown>)['id'] : undefined;
    if (id !== undefined && repairIds.has(id))
      problems.push({
        path: `repairs[${index}].id`,
        message: `expected an id of its own, ${JSON.stringify(id)} is used twice`,
      });
    repairIds.add(id);
  });
  return problems;
};

/** Checks a value against the visit file format; every problem is listed, none hides another. */
export const parseVisit = (input: unknown): Parsed<VisitFile> => {
  const parsed = visitFileSchema.safeParse(input);
  const problems = [...(parsed.success ? [] : problemsOf(parsed.error, input)), ...crossProblems(input)];
  return parsed.success && problems.length === 0 ? { ok: true, value: parsed.data } : { ok: false, problems };
};

/** The same from text; text that is no JSON is a problem of the whole input, `$`. */
export const parseVisitText = (text: string): Parsed<VisitFile> => {
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    return {
      ok: false,
      problems: [
        {
          path: '$',
          message: `not JSON, expected one visit object: ${error instanceof Error ? error.message : String(error)}`,
        },
      ],
    };
  }
  return parseVisit(input);
};

/** Writes a visit as the open file. */
export const visitText = (visit: VisitFile): string => `${JSON.stringify(visit, null, 2)}\n`;
