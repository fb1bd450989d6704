import { headline, judge } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { demoArchive } from './archive';

describe('the demo fleet', () => {
  const archive = demoArchive();
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
