import { USUAL_UNITS } from '@vaktman/core';
import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import { readText } from '../../test/readText';
import { ReaderContext } from '../control/ReaderContext';
import { LoadHold } from './LoadHold';

describe('the hold of a load, for whoever writes a comma', () => {
  it('has no figure with a point, neither beside the drawing nor in it', () => {
    const { container } = show(
      <ReaderContext value={{ ...USUAL_UNITS, decimal: ',' }}>
        <LoadHold
          position="A"
          target={{ amps: 460, bandTopAmps: 506, estimated: false }}
          limitVolts={9.62}
          where="battery at 21,1 °C"
          startedMs={Date.now() - 4000}
          feed={null}
          off={() => undefined}
          stop={() => undefined}
        />
      </ReaderContext>,
    );
    expect(readText(screen.getByRole('timer'))).toContain('against 9,62 V.');
    expect(container.textContent).not.toMatch(/\d\.\d/);
    expect(container.textContent.match(/9,62/g)).toHaveLength(3);
  });
});
