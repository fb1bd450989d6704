import { describe, expect, it } from 'vitest';
import { loaded, looks, rested, soundVisit, visitWith, type Written } from '../../test/visitFixture';
import { judge } from '../index';

/** The sound visit with some of it read otherwise. */
const whole = (...instead: Written[]): Written[] => [
  ...soundVisit().filter(({ step, point }) => !instead.some((own) => own.step === step && own.point === point)),
  ...instead,
];
const because = (readings: Written[], code: string): string =>
  judge(visitWith(readings)).findings.find((own) => own.code === code)?.because ?? '';
const bad = (point: string): Written => ({ step: 'look.joint', point, condition: 'loose' });
const low: Written = { step: 'charge.output', point: 'ALT1', peakAmps: 60, governedSpeed: true };

describe('what comes before a part is condemned', () => {
  it.each([
    ['alternator.B+', 'put the joint at alternator B+ stud right'],
    ['alternator.ground', 'put the joint at alternator ground right'],
  ])('names %s as it is called', (point, words) => {
    const told = because(whole(low, bad(point)), 'alternator.low-output');
    expect(told).toContain(words);
    expect(told).not.toContain(point);
  });
  it('names the posts of a battery nobody looked at', () => {
    const weak = loaded('A', 8.6);
    const unseen = [...looks().filter(({ point }) => !/^A[+-]$/.test(point)), rested('A', 12.7), weak];
    expect(because(unseen, 'battery.weak')).toMatch(
      /First look at the joint at post A \+; look at the joint at post A −\./,
    );
  });
  it('asks for nothing where nothing excuses it', () => {
    expect(because(whole(loaded('A', 8.6)), 'battery.weak')).not.toMatch(/First/);
    expect(because(whole(low), 'alternator.low-output')).not.toMatch(/First/);
  });
});
