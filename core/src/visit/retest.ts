import type { Repair } from '../file/visitFile';
import type { Judgeable } from './facts';
import type { Judgement } from './judgement';
import { judge } from './judge';
import type { Place } from './obligation';
import type { Reading, ReadStep } from './reading';
import type { Unit } from '../unit/unit';
import type { Verdict } from './verdict';

/** A test that has to be repeated because what it found was repaired. */
export interface Retest extends Place {
  readonly repair: Repair;
  readonly finding: string;
}

/**
 * Tests to repeat, in the order of the repairs: the same step at the same point as every reading that told of a finding
 * which a later repair is to close. A finding whose readings were all retaken owes nothing more.
 */
export const retestsDue = (file: Pick<Judgeable, 'readings' | 'repairs'>, { findings }: Judgement): Retest[] => {
  const byId = new Map(file.readings.map((reading) => [reading.id, reading]));
  const due: Retest[] = [];
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

/**
 * Every test that was taken both before and after a repair at a place the repair concerns, side by side.
 * @param unitBefore the unit as it was before its batteries were replaced in this visit, so that the old ones keep
 * the verdict they had
 */
export const beforeAndAfter = (file: Judgeable, unitBefore: Unit = file.unit): BeforeAndAfter[] => {
  const byId = new Map(file.readings.map((reading) => [reading.id, reading]));
  const after = judge(file);
  const found: BeforeAndAfter[] = [];
  for (const repair of file.repairs ?? []) {
    const at = Date.parse(repair.at);
    const earlier = (time: string): boolean => Date.parse(time) < at;
    const before = judge({
      ...file,
      unit: unitBefore,
      readings: file.readings.filter((reading) => earlier(reading.at)),
      repairs: (file.repairs ?? []).filter((other) => earlier(other.at)),
    });
    for (const { step, point, verdict, readings } of after.steps) {
      const now = byId.get(readings[0]!);
      const then = before.steps.find((entry) => entry.step === step && entry.point === point);
      const was = then === undefined ? undefined : byId.get(then.readings[0]!);
      if (now === undefined || was === undefined || now === was || earlier(now.at)) continue;
      found.push({
        repair,
        step: now.step,
        point,
        before: { reading: was, verdict: then!.verdict },
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
