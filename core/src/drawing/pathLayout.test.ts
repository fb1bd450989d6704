import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/machineFixture';
import { chargeSidePoints } from '../unit/points';
import { leadsFor, pathLayout, present, stepEntry, type Unit } from '../index';
import { FEED_X, SWITCH, WIDTH } from './pathPlaces';

describe('the name of the positive cable', () => {
  it.each(['1S1P', '1S2P', '1S3P', '1S4P', '2S1P', '2S2P', '2S3P'] as const)(
    'stands beside the cable, not on it, on a bank of %s',
    (arrangement) => {
      const { stretches } = pathLayout(unitOf(arrangement));
      const cable = present(stretches.find(({ id }) => id === 'starter.positive'));
      const [x] = present(cable.label).at;
      const [rises] = present(present(cable.lines[0])[0]);
      expect(x).toBeGreaterThan(rises + cable.thickness);
    },
  );
  it.each(['2S1P', '2S2P', '2S3P'] as const)(
    'stands clear of the links between the batteries of %s, and of the wire to the switch',
    (arrangement) => {
      const { stretches, bankCables } = pathLayout(unitOf(arrangement));
      const { at, width } = present(stretches.find(({ id }) => id === 'starter.positive')?.label);
      const links = bankCables.flatMap(({ side, points }) => (side === 'link' ? points.map(([x]) => x) : []));
      expect(at[0]).toBeGreaterThan(Math.max(...links) + 12);
      expect(at[0] + width).toBeLessThan(SWITCH.x + 14);
    },
  );
});

const withAlternators = (count: number): Unit => ({
  ...unitOf('2S2P'),
  alternators: ['ALT1', 'ALT2', 'ALT3', 'ALT4']
    .slice(0, count)
    .map((id) => ({ id, ratedAmps: 160, ground: 'stud', remoteSense: false })),
});

describe.each([0, 1, 2, 3, 4])('the charging circuit of %i alternators', (count) => {
  const unit = withAlternators(count);
  const layout = pathLayout(unit);
  const cables = layout.stretches.filter(({ step }) => step === 'charge.drop');
  it('has a stretch for every place its cables are read at, so that each shows what was read there', () => {
    expect(cables.map(({ point }) => point).sort()).toEqual(count === 0 ? [] : chargeSidePoints(unit).sort());
  });
  it.skipIf(count === 0)('is where the clamp of its tests goes', () => {
    const at = (['charge.drop', 'charge.output'] as const).flatMap((step) =>
      stepEntry(step)
        .points(unit)
        .map((point) => leadsFor(unit, step, point).clamp?.at),
    );
    const ids = new Set<unknown>(cables.map(({ id }) => id));
    expect(at.filter((place) => !ids.has(place))).toEqual([]);
  });
  it('has its machines on the sheet, beside one another and clear of the cable to the starter', () => {
    const machines = layout.parts
      .filter(({ kind }) => kind === 'alternator')
      .map(({ x, width }) => [x, x + width] as const);
    expect(machines).toHaveLength(count);
    machines.forEach(([left, right], index) => {
      expect(left).toBeGreaterThan(FEED_X + 5);
      expect(right).toBeLessThan(WIDTH);
      const before = machines[index - 1];
      if (before !== undefined) expect(left).toBeGreaterThan(before[1]);
    });
  });
  it('has the name of every alternator’s positive cable, none upon another', () => {
    const lines = cables.flatMap(({ label }) => (label === null ? [] : [label.at.join(' ')]));
    expect(new Set(lines).size).toBe(lines.length);
    expect(cables.filter(({ side, label }) => side === 'positive' && label === null)).toEqual([]);
  });
});
