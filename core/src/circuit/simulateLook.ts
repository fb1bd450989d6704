import type { ScenarioFile } from '../file/scenarioFile';
import { alternatorIds, FIXED_JOINTS, positions } from '../unit/points';
import type { VisitLog } from './visitLog';

/** Milliohms from which a bad joint can be seen. */
const SEEN_MILLIOHMS = 5;

/** Looks round the machine: what shows without an instrument. */
export const simulateLook = ({ unit, faults }: ScenarioFile, log: VisitLog): void => {
  const joint = (point: string): void => {
    const bad = faults.some(
      (fault) => fault.kind === 'joint.resistive' && fault.at === point && fault.milliohms >= SEEN_MILLIOHMS,
    );
    log.take(
      bad
        ? { step: 'look.joint', point, condition: 'corroded', deposit: 'oxide' }
        : { step: 'look.joint', point, condition: 'clean', deposit: 'none' },
    );
  };
  const slips = faults.some(({ kind }) => kind === 'belt.slips');
  log.take({ step: 'look.belt', point: 'drive', condition: slips ? 'loose' : 'sound' });
  for (const id of alternatorIds(unit)) {
    const blown = faults.some((fault) => fault.kind === 'alternator.sense-fuse' && fault.at === id);
    log.take({
      step: 'look.alternator',
      point: id,
      mount: 'sound',
      wiring: 'sound',
      senseFuse: blown ? 'blown' : 'sound',
    });
  }
  for (const position of positions(unit)) {
    log.take({ step: 'look.case', point: position, condition: 'sound', electrolyte: 'unseen', fluid: 'unseen' });
    joint(`${position}+`);
    joint(`${position}-`);
  }
  for (const point of FIXED_JOINTS) {
    if (point.startsWith('alternator') && alternatorIds(unit).length === 0) continue;
    joint(point);
  }
};
