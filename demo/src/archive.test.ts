import { headline, judge } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { demoFleet } from '../test/demoFleet';
import { demoArchive } from './archive';

const archive = demoFleet();

describe('the demo fleet', () => {
  const last = (unitId: string) => {
    const visit = archive.visits.filter(({ opening }) => opening.unit.id === unitId).at(-1)!;
    return judge({ ...visit.opening, readings: visit.readings });
  };
  it('is the same every time', () => {
    const again = demoArchive();
    // Part by part as it is written: compared value by value it takes longer than to make.
    const differing = Object.entries(archive).filter(
      ([part, of]) => JSON.stringify(of) !== JSON.stringify(again[part as keyof typeof again]),
    );
    expect(differing.map(([part]) => part)).toEqual([]);
  });
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

describe('the history of the demo fleet', () => {
  const at = (moment: string): number => Date.parse(moment);
  const { visits, placements, batteries } = archive;
  const byUnit = archive.units.map(({ unit }) => visits.filter(({ opening }) => opening.unit.id === unit.id));
  const serialOf = new Map(batteries.map(({ batteryId, battery }) => [batteryId, battery.serial]));

  it('tests at each visit the batteries that sat in the unit then', () => {
    const told = visits.flatMap(({ opening: { unit, visit } }) =>
      unit.bank.batteries.map(({ position, serial }) => `${unit.id} ${position} ${visit.at}: ${serial}`),
    );
    const sat = visits.flatMap(({ opening: { unit, visit } }) =>
      unit.bank.batteries.map(({ position }) => {
        const there = placements.filter(
          ({ unitId, position: place, from, to }) =>
            unitId === unit.id &&
            place === position &&
            at(from) <= at(visit.at) &&
            (to === null || at(visit.at) < at(to)),
        );
        const serials = there.map(({ batteryId }) => serialOf.get(batteryId));
        return `${unit.id} ${position} ${visit.at}: ${serials.join(' and ')}`;
      }),
    );
    expect(told).toEqual(sat);
  });
  it('has no battery that was tested before it was fitted', () => {
    const early = visits.flatMap(({ opening: { unit, visit } }) =>
      unit.bank.batteries.flatMap(({ serial, fitted }) =>
        fitted !== undefined && fitted > visit.at.slice(0, 10) ? [`${serial}, fitted ${fitted}, at ${visit.at}`] : [],
      ),
    );
    expect(early).toEqual([]);
  });
  it('begins no visit before the last was signed off, and reads nothing outside of one', () => {
    for (const own of byUnit) {
      let last = -Infinity;
      for (const { opening, readings, events } of own) {
        const moments = [opening.visit.at, ...readings.map((one) => one.at), ...events.map((one) => one.at)].map(at);
        expect(Math.min(...moments), opening.visit.id).toBe(at(opening.visit.at));
        expect(at(opening.visit.at), opening.visit.id).toBeGreaterThan(last);
        last = Math.max(...moments);
        const signed = events.find(({ kind }) => kind === 'closed');
        if (signed !== undefined) expect(at(signed.at), opening.visit.id).toBe(last);
      }
    }
  });
  it('runs no meter back', () => {
    const meters = byUnit.map((own) => own.map(({ opening: { visit } }) => [visit.engineHours, visit.odometerKm]));
    for (const figure of [0, 1])
      for (const own of meters) {
        const read = own.flatMap((both) => both[figure] ?? []);
        expect(read).toEqual(read.toSorted((a, b) => a - b));
      }
  });
  it('gives every id and every serial once', () => {
    const ids = visits.flatMap(({ opening, readings, events }) => [
      opening.visit.id,
      ...readings.map(({ id }) => id),
      ...events.map(({ eventId }) => eventId),
    ]);
    expect(new Set(ids).size).toBe(ids.length);
    expect(new Set(serialOf.values()).size).toBe(batteries.length);
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
