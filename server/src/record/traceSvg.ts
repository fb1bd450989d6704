import { figure, type TracePicture } from '@vaktman/core';
import { INK, SECOND } from './pdf';

const WIDTH = 720;
const LEFT = 50;
const BANDS = { volts: { top: 22, floor: 150, unit: 'V' }, amps: { top: 168, floor: 270, unit: 'A' } } as const;
const COLOURS = { volts: '#A4561F', amps: '#2F5D7C' } as const;

type InUnits = (text: string) => string;

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');

/** One quantity as a filled line: from the lowest to the highest of each column. */
const bandSvg = (name: 'volts' | 'amps', { low, high }: TracePicture['volts'], inUnits: InUnits): string => {
  const { top, floor, unit } = BANDS[name];
  const [least, most] = [Math.min(...low), Math.max(...high)];
  const y = (value: number): string =>
    (floor - ((value - least) / Math.max(1e-6, most - least)) * (floor - top)).toFixed(1);
  const x = (column: number): string => (LEFT + (column / Math.max(1, low.length - 1)) * (WIDTH - LEFT)).toFixed(1);
  const upper = high.map((value, column) => `${x(column)} ${y(value)}`);
  const lower = low.map((value, column) => `${x(column)} ${y(value)}`).reverse();
  const label = (value: number, at: number): string =>
    `<text x="${LEFT - 6}" y="${at}" text-anchor="end" font-size="10" fill="${SECOND}">${inUnits(`${figure(value, Math.abs(value) > 100 ? 0 : 1)} ${unit}`)}</text>`;
  return `<rect x="${LEFT}" y="${top}" width="${WIDTH - LEFT}" height="${floor - top}" fill="none" stroke="#B4BCB8"/>
<path d="M${[...upper, ...lower].join('L')}Z" fill="${COLOURS[name]}" stroke="${COLOURS[name]}" stroke-width="0.8"/>
${label(most, top + 9)}${label(least, floor)}`;
};

/**
 * A kept trace as it is printed: volts over amperes on one axis of time, numbered where figures were taken.
 * @param inUnits puts a sentence of ours into the reader's units
 */
export const traceSvg = ({ fromS, toS, volts, amps, pegs }: TracePicture, inUnits: InUnits): string => {
  const floor = amps === undefined ? BANDS.volts.floor : BANDS.amps.floor;
  const x = (seconds: number): number => LEFT + ((seconds - fromS) / Math.max(1e-9, toS - fromS)) * (WIDTH - LEFT);
  const marks = pegs.map(
    ({ atS, number }) =>
      `<line x1="${x(atS)}" x2="${x(atS)}" y1="16" y2="${floor}" stroke="${INK}" stroke-width="0.8"/>
<text x="${x(atS)}" y="12" text-anchor="middle" font-size="11" fill="${INK}">${number}</text>`,
  );
  const words = pegs.map(({ words: own, atS, number }) => `${number} ${own} at ${figure(atS, 2)} s`).join('; ');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${floor + 34}">
${bandSvg('volts', volts, inUnits)}${amps === undefined ? '' : bandSvg('amps', amps, inUnits)}${marks.join('')}
<text x="${LEFT}" y="${floor + 13}" font-size="10" fill="${SECOND}">${inUnits(`${figure(fromS, 2)} s`)}</text>
<text x="${WIDTH}" y="${floor + 13}" text-anchor="end" font-size="10" fill="${SECOND}">${inUnits(`${figure(toS, 2)} s`)}</text>
<text x="${LEFT}" y="${floor + 29}" font-size="11" fill="${INK}">${escaped(inUnits(words))}</text></svg>`;
};
