import { present } from '../quantity/present';
import { isReplacementOf, type Repair } from '../judging/repair';
import type { Judgeable } from '../step/catalogue';
import type { Judgement } from './judgement';
import { judge } from './judge';
import type { Place } from './obligation';
import type { Reading, ReadStep } from '../step/catalogue';
import { positions } from '../unit/points';
import { visitBefore } from './visitBefore';
import type { Verdict } from '../judging/verdict';

/** A test that has to be repeated because what it found was repaired. */
export interface Retest extends Place {
  readonly repair: Repair;
  readonly finding: string;
}

/** Joints that were undone to replace batteries and not looked at since; those never looked at are owed anyway. */
const undoneJoints = (file: Pick<Judgeable, 'readings' | 'repairs' | 'unit'>): Retest[] =>
  (file.repairs ?? []).flatMap((repair) => {
    return positions(file.unit)
      .filter((position) => isReplacementOf(repair, file.unit, position))
      .flatMap((position) => [`${position}+`, `${position}-`])
      .filter((joint) => {
        const looks = file.readings.filter(({ step, point }) => step === 'look.joint' && point === joint);
        return looks.length > 0 && looks.every(({ at }) => Date.parse(at) < Date.parse(repair.at));
      })
      .map((point): Retest => ({ step: 'look.joint', point, repair, finding: `joint.poor@${point}` }));
  });

/**
 * Tests to repeat, in the order of the repairs: the same step at the same point as every reading that told of a finding
 * which a later repair is to close, and both joints of a battery that was replaced. A finding whose readings were all
 * retaken owes nothing more.
 */
export const retestsDue = (
  file: Pick<Judgeable, 'readings' | 'repairs' | 'unit'>,
  { findings }: Judgement,
): Retest[] => {
  const byId = new Map(file.readings.map((reading) => [reading.id, reading]));
  const due: Retest[] = undoneJoints(file);
  for (const repair of file.repairs ?? []) {
    for (const closes of repair.closes ?? []) {
      const finding = findings.find(({ code, subject }) => `${code}@${subject}` === closes);
      for (const id of finding?.evidence.for ?? []) {
        const reading = byId.get(id);
        if (reading === undefined || Date.parse(reading.at) >= Date.parse(repair.at)) continue;
        if (due.some(({ step, point }) => step === reading.step && point === reading.point)) continue;
        due.push({ step: reading.step, point: reading.point, repair, finding: closes });
      }
    }
  }
  return due;
};

/** One test before and after a repair. */
export interface BeforeAndAfter {
  readonly repair: Repair;
  readonly step: ReadStep;
  readonly point: string;
  readonly before: { readonly reading: Reading; readonly verdict: Verdict };
  readonly after: { readonly reading: Reading; readonly verdict: Verdict };
}

/** Every test that was taken both before and after a repair at a place the repair concerns, side by side. */
export const beforeAndAfter = (file: Judgeable): BeforeAndAfter[] => {
  const byId = new Map(file.readings.map((reading) => [reading.id, reading]));
  const after = judge(file);
  const found: BeforeAndAfter[] = [];
  for (const repair of file.repairs ?? []) {
    const at = Date.parse(repair.at);
    const earlier = (time: string): boolean => Date.parse(time) < at;
    const before = judge(visitBefore(file, at));
    for (const { step, point, verdict, readings } of after.steps) {
      const now = byId.get(present(readings[0]));
      const then = before.steps.find((entry) => entry.step === step && entry.point === point);
      const was = then === undefined ? undefined : byId.get(present(then.readings[0]));
      if (now === undefined || was === undefined || now === was || earlier(now.at)) continue;
      found.push({
        repair,
        step: now.step,
        point,
        before: { reading: was, verdict: present(then).verdict },
        after: { reading: now, verdict },
      });
    }
  }
  // A test repeated after two repairs stands with the last one before it.
  return found.filter(
    (entry, index) =>
      !found.some(
        (later, at) =>
          at > index &&
          later.step === entry.step &&
          later.point === entry.point &&
          later.after.reading === entry.after.reading,
      ),
  );
};
