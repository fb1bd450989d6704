import type { ScenarioFile } from './scenarioFile';
import { strings } from '../unit/bank';
import { alternatorIds, FIXED_JOINTS, positions } from '../unit/points';
import type { Unit } from '../unit/unit';
import type { CablePlace } from './fault';
import type { VisitLog } from './visitLog';

/** Milliohms from which a bad joint can be seen. */
const SEEN_MILLIOHMS = 5;

/** Times its resistance from which a cable has swollen at its lugs and shows green under the insulation. */
const SEEN_FACTOR = 30;

/** Joints in which the ends of a cable sit. */
const endsOf = (unit: Unit, cable: CablePlace): readonly string[] => {
  switch (cable) {
    case 'starterPositive':
      return ['starter.B+'];
    case 'starterGround':
      return [unit.starter?.groundReturn === 'block' ? 'block.ground' : 'starter.ground'];
    case 'chargePositive':
      return ['alternator.B+'];
    case 'chargeGround':
      return ['alternator.ground'];
    case 'link': {
      const rows = strings(unit.bank);
      return [
        ...rows.flatMap((row) =>
          row.slice(1).flatMap(({ position }, index) => [`${row[index]!.position}-`, `${position}+`]),
        ),
        ...(rows.length < 2 ? [] : rows.flatMap((row) => [`${row[0]!.position}+`, `${row.at(-1)!.position}-`])),
      ];
    }
  }
};

/** Looks round the machine: what shows without an instrument. */
export const simulateLook = ({ unit, faults }: ScenarioFile, log: VisitLog): void => {
  const corroded = new Set(
    faults.flatMap((fault) =>
      fault.kind === 'joint.resistive' && fault.milliohms >= SEEN_MILLIOHMS
        ? [fault.at]
        : fault.kind === 'cable.corroded' && fault.factor >= SEEN_FACTOR
          ? endsOf(unit, fault.at)
          : [],
    ),
  );
  const joint = (point: string): void => {
    const bad = corroded.has(point);
    log.take(
      bad
        ? { step: 'look.joint', point, condition: 'corroded', deposit: 'oxide' }
        : { step: 'look.joint', point, condition: 'clean', deposit: 'none' },
    );
  };
  const slips = faults.some(({ kind }) => kind === 'belt.slips');
  log.take({
    step: 'look.belt',
    point: 'drive',
    condition: slips ? 'loose' : 'sound',
    speed: slips ? 'slips' : 'holds',
  });
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
