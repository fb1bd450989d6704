import { parseVisitText, type Reading, type VisitFile } from '@vaktman/core';
import { demoArchive } from '@vaktman/demo';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** A four-battery visit with a load test of each. */
export const fourBatteryVisit = (): VisitFile => {
  const parsed = parseVisitText(
    readFileSync(join(process.cwd(), 'core/fixtures/visits/plough-one-weak-of-four.visit.json'), 'utf8'),
  );
  if (!parsed.ok) throw new Error('The fixture is not a visit.');
  return parsed.value;
};

/** The same visit with retakes and joints added up to sixty readings. */
export const sixtyReadingVisit = (): VisitFile => {
  const visit = fourBatteryVisit();
  const readings: Reading[] = [...visit.readings];
  const joints = ['starter.B+', 'starter.ground', 'alternator.B+', 'alternator.ground', 'block.ground'];
  for (let i = 0; readings.length < 60; i++) {
    const at = new Date(Date.parse(visit.visit.at) + (4 * 60 + i) * 60_000).toISOString();
    readings.push({
      id: `extra ${i}`,
      step: 'start.joint',
      point: joints[i % joints.length]!,
      at,
      volts: 0.02 + 0.01 * (i % 7),
    });
  }
  return { ...visit, readings };
};

/** Eight visits of each demo unit's kind, for so many units. */
export const fleetVisits = (units: number): VisitFile[] => {
  const { visits } = demoArchive();
  const files = visits.map(({ opening, readings }): VisitFile => ({
    format: 'vaktman-visit',
    version: 1,
    ...opening,
    readings,
  }));
  return Array.from({ length: units * 8 }, (_, index) => files[index % files.length]!);
};
