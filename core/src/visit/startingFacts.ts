import type { LadderVolts } from '../starting/ladder';
import type { WalkAnswers } from '../starting/walk';
import { WALK_POINTS } from '../starting/walkReading';
import { currentAt, type VisitFacts } from './facts';
import type { Reading } from './reading';

/** Answers of the no-crank walk read so far. */
export const walkAnswers = (facts: VisitFacts): WalkAnswers => {
  const answers: WalkAnswers = {};
  for (const point of WALK_POINTS) {
    const reading = currentAt(facts, 'start.walk', point);
    if (reading !== null) answers[point] = reading;
  }
  return answers;
};

/** The rungs read so far while cranking; a rung read another way does not count. */
export const ladderRungs = (
  facts: VisitFacts,
): { [Rung in keyof LadderVolts]: { readonly id: string; readonly volts: number } | null } => {
  const latest = (matches: (reading: Reading) => boolean) => {
    let found: { id: string; volts: number } | null = null;
    for (const { reading } of facts.valid) {
      if (matches(reading) && 'volts' in reading && reading.volts !== undefined)
        found = { id: reading.id, volts: Math.abs(reading.volts) };
    }
    return found;
  };
  const side = (point: string) => latest((r) => r.step === 'start.drop' && r.point === point && r.by === 'crank');
  return {
    source: latest((r) => r.step === 'start.crankVolts' && r.point === 'bank' && r.hold !== 'lowest'),
    positive: side('positive'),
    solenoid: latest((r) => r.step === 'start.solenoid'),
    motor: latest((r) => r.step === 'start.motor'),
    negative: side('negative'),
  };
};

/** The whole ladder with the ids it rests on, or null while a rung is missing. */
export const ladderReadings = (facts: VisitFacts): { volts: LadderVolts; readings: string[] } | null => {
  const { source, positive, solenoid, motor, negative } = ladderRungs(facts);
  if (source === null || positive === null || solenoid === null || motor === null || negative === null) return null;
  return {
    volts: {
      source: source.volts,
      positive: positive.volts,
      solenoid: solenoid.volts,
      motor: motor.volts,
      negative: negative.volts,
    },
    readings: [source.id, positive.id, solenoid.id, motor.id, negative.id],
  };
};
