import { describe, expect, it } from 'vitest';
import { minute, unit12, visitWith, type Written } from '../../test/visitFixture';
import { MAKE_SAFE, Outcomes, stoppedByBattery, visitFacts, type VisitEvent } from '../index';

const seen = (point: string, condition: string, at: number): Written => ({
  step: 'look.case',
  point,
  condition,
  at: minute(at),
});
const wentOn = (at: number, wait: string = MAKE_SAFE): VisitEvent => ({
  kind: 'wait-skipped',
  eventId: `e-${at}`,
  at: minute(at),
  by: 'I. Dahl',
  wait,
  reason: 'taken out of the bank',
});
const stopped = (readings: Written[], events: VisitEvent[] = [], repaired?: number) =>
  stoppedByBattery(
    new Outcomes(
      visitFacts(
        visitWith(readings, {
          unit: unit12(),
          ...(repaired === undefined
            ? {}
            : {
                repairs: [{ id: 'p1', at: minute(repaired), point: 'B', action: 'Replace battery B', kind: 'replace' }],
              }),
        }),
      ),
    ),
    events,
    { step: 'start.drop', point: 'positive' },
  )?.because ?? null;

describe('a damaged battery in the bank', () => {
  it('stops the test until it is looked at again and found sound, or replaced', () => {
    const leaking = seen('B', 'leaking', 2);
    expect(stopped([leaking])).toContain('Battery B is leaking');
    expect(stopped([leaking, seen('B', 'sound', 5)])).toBeNull();
    expect(stopped([leaking], [], 5)).toBeNull();
  });
  it('lets whoever said why go on, and asks again once another is seen', () => {
    const leaking = seen('B', 'leaking', 2);
    expect(stopped([leaking], [wentOn(3)])).toBeNull();
    expect(stopped([leaking], [wentOn(3, 'starter cools')])).toContain('leaking');
    expect(stopped([leaking, seen('D', 'frozen', 4)], [wentOn(3)])).toContain('make it safe first');
    expect(stopped([leaking, seen('D', 'frozen', 4)], [wentOn(3), wentOn(5)])).toBeNull();
  });
  it('stops nothing where every case is sound or was not seen', () =>
    expect(stopped([seen('B', 'sound', 2), seen('C', 'unseen', 2)])).toBeNull());
});
