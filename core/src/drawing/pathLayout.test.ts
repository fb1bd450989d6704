import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/machineFixture';
import { pathLayout, present } from '../index';

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
});
