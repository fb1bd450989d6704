import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { loaded, soundVisit, unit12, unit24, visitWith } from '../../test/visitFixture';
import { alternatorsOf, joints, parseVisitText, recordedVisit, visitRecord, type VisitFile } from '../index';

const FIXTURES = join(import.meta.dirname, '../../fixtures/visits');
const names = readdirSync(FIXTURES).filter((name) => name.endsWith('.visit.json') && !name.startsWith('malformed'));
/** How a point, a step or a key is written in a file, which nobody says aloud: `starter.B+`, `A-`, `starterPositive`. */
const RAW = /\b(?:starter|alternator|block|ALT\d)\.(?:B\+|ground)|\b[A-F]-(?![A-F\d])|\bbank[+-]|\b[a-z]+[A-Z][a-z]/;

const texts = (value: unknown): string[] => {
  if (typeof value === 'string') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(texts) : [];
};

/** What the record of a visit says that no one should: codes of the files among its words. */
const rawIn = ({ unit, method, visit, readings, repairs = [] }: VisitFile): string[] => {
  const events = repairs.map((repair, index) => ({
    kind: 'repaired' as const,
    eventId: `e${index}`,
    at: repair.at,
    by: visit.technician,
    repair,
  }));
  const detail = recordedVisit({ opening: { unit, method, visit }, readings, events, takenBy: {}, amended: {} });
  const said = texts(visitRecord(detail, (iso) => iso.slice(11, 16), undefined, 'Oslo'));
  expect(said.length).toBeGreaterThan(20);
  return said.filter((text) => RAW.test(text));
};

it.each(names)('%s is told in words, without a code of the files', (name) => {
  const read = parseVisitText(readFileSync(join(FIXTURES, name), 'utf8'));
  if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.problems)}`);
  expect(rawIn(read.value)).toEqual([]);
});
it.each([unit12(), unit24()])('so is a machine at which everything is wrong: $systemVolts V', (unit) => {
  const loose = joints(unit).map((point) => ({ step: 'look.joint' as const, point, condition: 'loose' }));
  const lossy = joints(unit).map((point) => ({ step: 'start.joint' as const, point, volts: 0.6, during: 'crank' }));
  const low = alternatorsOf(unit).map(({ id }) => ({
    step: 'charge.output' as const,
    point: id,
    peakAmps: 20,
    governedSpeed: true,
  }));
  const weak = unit.bank.batteries.map(({ position }) => loaded(position, 7.9));
  const sound = soundVisit(unit).filter(({ step }) => !['look.joint', 'charge.output', 'battery.load'].includes(step));
  expect(rawIn(visitWith([...loose, ...sound, ...weak, ...lossy, ...low], { unit }))).toEqual([]);
});
