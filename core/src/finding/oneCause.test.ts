import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { unit12 } from '../../test/visitFixture';
import { FINDING_CODES, SEVERITIES, foldByCause, type FindingCode, type Severity } from '../index';

const told = (code: FindingCode, subject: string, severity: Severity) => ({ code, subject, severity });
const folded = (findings: readonly ReturnType<typeof told>[], part: Parameters<typeof unit12>[0] = {}) =>
  foldByCause(findings, unit12(part)).map(({ finding, folded: under }) => [
    finding.code,
    ...under.map(({ code }) => code),
  ]);
const TWO = ['ALT1', 'ALT2'].map((id) => ({ id, ground: 'case', remoteSense: false }) as const);

describe('findings of one cause', () => {
  it('stand under the joint that makes the cable lose volts, and the starter with it', () =>
    expect(
      folded([
        told('joint.poor', 'starter.ground', 'repair'),
        told('cable.starter-negative', 'negative', 'repair'),
        told('start.low-supply', 'starter', 'recheck'),
      ]),
    ).toEqual([['joint.poor', 'cable.starter-negative', 'start.low-supply']]));
  it('stay apart where the joint lies on the other side', () =>
    expect(
      folded([told('joint.poor', 'A+', 'repair'), told('cable.starter-negative', 'negative', 'repair')]),
    ).toHaveLength(2));
  it('stay apart where it is not known which of several alternators the joint belongs to', () => {
    const both = [told('joint.poor', 'alternator.B+', 'repair'), told('cable.charge-positive', 'positive', 'repair')];
    expect(folded(both)).toHaveLength(1);
    expect(folded(both, { alternators: [...TWO] })).toHaveLength(2);
  });
  it('of a dead cell are its own, not those of its neighbour', () =>
    expect(
      folded([
        told('battery.dead-cell', 'B', 'replace'),
        told('battery.low-charge', 'B', 'recharge'),
        told('battery.low-charge', 'C', 'recharge'),
      ]),
    ).toEqual([['battery.dead-cell', 'battery.low-charge'], ['battery.low-charge']]));
  it('put the stretch above the cable it is part of', () =>
    expect(
      folded([
        told('cable.charge-positive', 'positive', 'repair'),
        told('cable.segment', 'chargePositive:fuse.out', 'repair'),
      ]),
    ).toEqual([['cable.segment', 'cable.charge-positive']]));
  it('never fold what must be replaced under what is only to be watched', () =>
    expect(
      folded([told('alternator.low-output', 'ALT1', 'replace'), told('belt.drive', 'drive', 'watch')]),
    ).toHaveLength(2));
  it('come each once, whatever there is', () => {
    const any = fc.record({
      code: fc.constantFrom(...FINDING_CODES),
      subject: fc.constantFrom('A', 'B', 'A+', 'starter.ground', 'alternator.B+', 'positive', 'ALT1', 'drive', 'bank'),
      severity: fc.constantFrom(...SEVERITIES),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 14 }), (findings) => {
        const all = foldByCause(findings, unit12()).flatMap(({ finding, folded: under }) => [finding, ...under]);
        expect(new Set(all)).toEqual(new Set(findings));
        expect(all).toHaveLength(findings.length);
      }),
    );
  });
});
