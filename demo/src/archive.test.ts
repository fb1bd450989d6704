import { headline, judge } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { demoArchive } from './archive';

const archive = demoArchive();

describe('the demo fleet', () => {
  const last = (unitId: string) => {
    const visit = archive.visits.filter(({ opening }) => opening.unit.id === unitId).at(-1)!;
    return judge({ ...visit.opening, readings: visit.readings });
  };
  it('is the same every time', () => expect(demoArchive()).toEqual(archive));
  it('has fourteen units in two yards, 12 and 24 V, of three chemistries', () => {
    expect(archive.units).toHaveLength(14);
    expect(new Set(archive.units.map(({ yardId }) => yardId)).size).toBe(2);
    expect(new Set(archive.units.map(({ unit }) => unit.systemVolts))).toEqual(new Set([12, 24]));
    expect(new Set(archive.units.map(({ unit }) => unit.bank.batteries[0]!.chemistry))).toEqual(
      new Set(['flooded', 'agm', 'efb']),
    );
  });
  it.each([
    ['P-07', 'hold', 'Weak under load: battery B'],
    ['R-02', 'hold', 'Weak under load: battery B'],
    ['L-11', 'ready-watch', 'Close to its limit: battery A'],
    ['P-03', 'unfinished', 'Low on charge: battery A'],
    ['G-03', 'hold', 'Ground side of the starter loses volts'],
    ['S-01', 'hold', 'Positive starter cable loses volts'],
    ['C-01', 'hold', 'ALT1 gives too little output'],
    ['P-09', 'ready', 'Everything read and good'],
  ])('%s stands at %s: %s', (unitId, disposition, words) => {
    const judgement = last(unitId);
    expect(judgement.disposition).toBe(disposition);
    expect(headline(judgement)).toBe(words);
  });
  it('shows the mixed set of R-02 and where its old battery went', () => {
    expect(last('R-02').findings.map(({ code }) => code)).toContain('bank.mismatched');
    expect(archive.placements.filter(({ unitId, to }) => unitId === 'R-02' && to !== null)).toHaveLength(1);
  });
});

describe('the visits out of the ordinary', () => {
  const told = (unitId: string, day: string) => {
    const visit = archive.visits.find(({ opening }) => opening.unit.id === unitId && opening.visit.at.startsWith(day))!;
    const repairs = visit.events.flatMap((event) => (event.kind === 'repaired' ? [event.repair] : []));
    return judge({ ...visit.opening, readings: visit.readings, repairs });
  };
  const codes = (unitId: string, day: string) =>
    told(unitId, day).findings.flatMap(({ code, severity }) => (severity === 'watch' ? [] : [code]));
  it('trace a drain to its circuit, and find it gone once that is repaired', () =>
    expect(codes('S-04', '2026-09-15')).not.toContain('drain.parked'));
  it('find a lug that comes and goes, and the volts steady after it', () =>
    expect(codes('L-08', '2026-08-20')).not.toContain('joint.unsteady'));
  it('walk a control wire to its plug', () =>
    expect(codes('G-05', '2026-03-12')).not.toContain('start.control-circuit'));
  it('hold an alternator that was replaced before until it is known what kills it', () => {
    expect(codes('C-01', '2026-08-13')).toContain('cause.owed');
    expect(told('C-01', '2026-08-13').findings.find(({ code }) => code === 'alternator.low-output')?.severity).toBe(
      'recheck',
    );
  });
  it('end a quick look with no sign of a fault, never with ready', () =>
    expect(told('P-12', '2025-12-29').disposition).toBe('no-sign'));
});
