import type { ScenarioFile } from './scenarioFile';
import type { VisitFile } from '../file/visitFile';
import { IDEAL_INSTRUMENTS, workshopInstruments } from './instrument';
import { simulateBatteries } from './simulateBatteries';
import { simulateCharging } from './simulateCharging';
import { simulateLook } from './simulateLook';
import { simulateStarting } from './simulateStarting';
import type { EngineDiffers } from './starterModel';
import { STARTED, VisitLog } from './visitLog';

/**
 * Takes a simulated machine through a whole visit, in the order of the work, and gives what the instruments show.
 * The same scenario gives the same bytes.
 * @param ideal true for instruments without error
 * @param engine how its engine differs from the textbook's
 */
export const simulateVisit = (scenario: ScenarioFile, ideal = false, engine?: EngineDiffers): VisitFile => {
  const log = new VisitLog(scenario, ideal ? IDEAL_INSTRUMENTS : workshopInstruments(scenario.seed), engine);
  simulateLook(scenario, log);
  const charge = simulateBatteries(scenario, log);
  const started = simulateStarting(scenario, log, charge);
  if (started) simulateCharging(scenario, log, charge);
  return {
    format: 'vaktman-visit',
    version: 1,
    unit: scenario.unit,
    method: { profile: 'pile' },
    visit: {
      id: `simulated-${scenario.unit.id}-${scenario.seed}`,
      at: STARTED,
      technician: 'simulated',
      reason: 'pm',
      ambientC: scenario.ambientC,
    },
    readings: log.readings,
    ...(log.repairs.length === 0 ? {} : { repairs: log.repairs }),
  };
};
