// @vitest-environment jsdom
import { screen, within } from '@testing-library/react';
import { TraceReader, type TraceRead } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { madeCrank, traceText, type MadeCrank } from '../../../core/test/traceFixture';
import { show } from '../../test/show';
import { pegsOf, TraceDrawing } from '../drawing/TraceDrawing';
import { CylinderStrip } from './CylinderStrip';
import { TraceFigures } from './TraceFigures';

const read = (part: MadeCrank = {}): TraceRead => {
  const reader = new TraceReader({ systemVolts: 12, cylinders: 6 });
  reader.push(new TextEncoder().encode(traceText(madeCrank({ perSecond: 1000, ...part }))));
  return reader.end();
};

describe('a trace on screen', () => {
  it('has pegs in the order of time, as far as something happened', () => {
    expect(pegsOf(read({ keyOn: true })).map(({ words }) => words)).toEqual([
      'key on',
      'contacts close',
      'plateau 10.40 V',
      'fires',
    ]);
    expect(pegsOf(read({ fires: false })).at(-1)?.words).toBe('key let go');
    const pegs = pegsOf(read());
    expect(pegs.map(({ number }) => number)).toEqual([1, 2, 3]);
    expect(pegs.map(({ sample }) => sample)).toEqual(pegs.map(({ sample }) => sample).sort((a, b) => a - b));
  });
  it('is told to who cannot see it, for the part that is shown', () => {
    const own = read();
    show(<TraceDrawing read={own} span={{ from: 0, to: 2000 }} />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(
      /^Volts and amperes from 0\.00 s to 2\.00 s; contacts close at 0\.80 s, plateau 10\.40 V at 1\.30 s$/,
    );
  });
  it('says of each cylinder how it stands against the best, and which is low', () => {
    show(<CylinderStrip cylinders={read({ cranksS: 6, compression: [1, 1, 1, 1, 0.7, 1] }).answer.cylinders} />);
    const told = screen.getAllByRole('listitem').map(({ textContent }) => textContent);
    expect(told).toHaveLength(6);
    expect(told.filter((text) => text.includes('low'))).toHaveLength(1);
  });
  it('says why a figure is not there', () => {
    show(<TraceFigures answer={read({ perSecond: 100 }).answer} />);
    expect(
      within(screen.getByRole('row', { name: /^Dip/ })).getByText(/not caught, 100 samples a second/),
    ).toBeTruthy();
    expect(within(screen.getByRole('row', { name: /^At rest/ })).getByText(/V/)).toBeTruthy();
  });
});
