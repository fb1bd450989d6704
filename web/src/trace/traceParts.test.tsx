import { fireEvent, screen, within } from '@testing-library/react';
import { limitBook, pictureOf, traceFacts, TraceReader, type TraceRead, type TraceReading } from '@vaktman/core';
import { describe, expect, it, vi } from 'vitest';
import { madeCrank, traceText, type MadeCrank, type Written } from '../../../core/test/traceFixture';
import { show } from '../../test/show';
import { readText } from '../../test/readText';
import { TraceDrawing } from '../drawing/TraceDrawing';
import { linesOfPicture, linesOfRead } from '../drawing/traceLines';
import { CylinderStrip } from './CylinderStrip';
import { moved, TraceChart } from './TraceChart';
import { TraceColumns } from './TraceColumns';
import { TraceFigures } from './TraceFigures';

const read = (part: MadeCrank = {}, written: Written = {}): TraceRead => {
  const reader = new TraceReader({ systemVolts: 12, cylinders: 6 });
  reader.push(new TextEncoder().encode(traceText(madeCrank({ perSecond: 1000, ...part }), written)));
  return reader.end();
};
const own = read();

describe('a trace on screen', () => {
  it('is told to who cannot see it, for the part that is shown', () => {
    show(<TraceDrawing lines={linesOfRead(own)} span={{ fromS: 0, toS: 2 }} width={848} />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(
      /^Volts and amperes from 0\.00 s to 2\.00 s; 1 rest at 0\.40 s, 2 contacts close at 0\.80 s$/,
    );
  });
  it('says what it reads under the cursor, and which day lies behind it', () => {
    const behind = { lines: linesOfPicture(pictureOf(own)), words: 'the last good one, 14 May 2026' };
    show(
      <TraceDrawing lines={linesOfRead(own)} span={{ fromS: 0, toS: 9 }} width={848} behind={behind} cursorS={0.4} />,
    );
    const drawing = screen.getByRole('img');
    expect(readText(drawing)).toContain('0.400 s');
    expect(drawing.textContent).toContain('12.60');
    expect(drawing.getAttribute('aria-label')).toMatch(/behind it the last good one, 14 May 2026$/);
  });
  it('is seen from nearer around the cursor, and never beyond its ends', () => {
    const whole = { fromS: 0, toS: 8 };
    expect(moved(whole, whole, 'in', 6)).toEqual({ fromS: 4, toS: 8 });
    expect(moved(whole, whole, 'in', 1)).toEqual({ fromS: 0, toS: 4 });
    expect(moved({ fromS: 2, toS: 4 }, whole, 'back')).toEqual({ fromS: 1, toS: 3 });
    expect(moved({ fromS: 6, toS: 8 }, whole, 'on')).toEqual({ fromS: 6, toS: 8 });
    expect(moved({ fromS: 2, toS: 4 }, whole, 'out')).toEqual({ fromS: 1, toS: 5 });
    expect(moved(whole, whole, 'out')).toEqual(whole);
  });
  it('is zoomed by keys and back to all of it', () => {
    show(<TraceChart lines={linesOfRead(own)} />);
    const shown = (): string => screen.getByRole('img').getAttribute('aria-label')?.split(';')[0] ?? '';
    const whole = shown();
    fireEvent.click(screen.getByRole('button', { name: 'The plateau' }));
    expect(shown()).toMatch(/from 1\.30 s to 5\.2/);
    fireEvent.click(screen.getByRole('button', { name: 'All of it' }));
    expect(shown()).toBe(whole);
  });
  it('draws a kept picture from the same lowest and highest as the samples', () => {
    const kept = linesOfPicture(pictureOf(own)).columns('volts', { fromS: 0, toS: 9.3 }, 400);
    const samples = linesOfRead(own).columns('volts', { fromS: 0, toS: 9.3 }, 400);
    const lowest = ({ low }: typeof kept) => Math.min(...Array.from(low).filter(Number.isFinite));
    expect(lowest(kept)).toBeCloseTo(lowest(samples), 2);
  });
  const weak = traceFacts(read({ cranksS: 6, compression: [1, 1, 1, 1, 0.7, 1] }));
  const cylinders = (reading: Pick<TraceReading, 'cylinders' | 'plateauVolts' | 'crankRpm'>) => {
    show(<CylinderStrip reading={reading} limits={limitBook('pile', 12)} />);
    return screen.getAllByRole('listitem').map(({ textContent }) => textContent);
  };
  it('says of each cylinder how it stands against the best, and which is low', () => {
    const told = cylinders(weak);
    expect(told).toHaveLength(6);
    expect(told.filter((text) => text.includes('low'))).toHaveLength(1);
  });
  it('calls no cylinder low that the crank is too slow to tell of', () =>
    expect(cylinders({ ...weak, crankRpm: 60 }).filter((text) => text.includes('low'))).toEqual([]));
  it('says why a figure is not there, and how one that is was judged', () => {
    show(<TraceFigures reading={traceFacts(read({ perSecond: 100 }))} marks={{ restVolts: 'pass' }} />);
    expect(
      within(screen.getByRole('row', { name: /Inrush, lowest/ })).getByText(/not caught, 100 samples a second/),
    ).toBeTruthy();
    expect(within(screen.getByRole('row', { name: /At rest/ })).getByText('passed')).toBeTruthy();
  });
});

describe('columns put right by hand', () => {
  const file = read({}, { head: ['x1,y1,z1'] });
  it('show how the file looks, and give what was chosen', () => {
    const choose = vi.fn();
    show(<TraceColumns preview={file.preview} found={file.answer.columns} choose={choose} close={() => undefined} />);
    expect(screen.getAllByRole('columnheader').map(({ textContent }) => textContent)).toEqual(['1 x1', '2 y1', '3 z1']);
    fireEvent.click(screen.getByRole('button', { name: 'Read it so' }));
    expect(choose).toHaveBeenCalledWith({
      time: expect.objectContaining({ column: 1 }) as unknown,
      volts: expect.objectContaining({ column: 2 }) as unknown,
      amps: expect.objectContaining({ column: 3 }) as unknown,
    });
    fireEvent.click(screen.getByRole('button', { name: 'As found' }));
    expect(choose).toHaveBeenLastCalledWith(null);
  });
  it('hold for the next file with the same head', () => {
    const choice = { time: { column: 1, factor: 1 }, volts: { column: 2, factor: 2 }, amps: null };
    const reader = new TraceReader({ systemVolts: 24, cylinders: 6, choices: { [file.preview.headKey]: choice } });
    reader.push(new TextEncoder().encode(traceText(madeCrank({ perSecond: 1000 }), { head: ['x1,y1,z1'] })));
    const again = reader.end();
    expect(again.answer.figures.restVolts).toBeCloseTo(25.2, 1);
    expect(again.answer.figures.plateauAmps).toBeNull();
    expect(again.answer.notes).toContain('columns: put right by hand');
  });
});
