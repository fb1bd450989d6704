import { Pyramid, TraceReader } from '@vaktman/core';
import Papa from 'papaparse';
import { madeCrank } from '../../core/test/traceFixture';

/** A crank of so many samples as a file: the same second of it again and again would not be one. */
const traceFile = (samples: number): Uint8Array => {
  const seconds = 10;
  const crank = madeCrank({ perSecond: samples / seconds, cranksS: 4.5, afterS: seconds - 0.8 - 4.5 });
  const encoder = new TextEncoder();
  const pieces = [encoder.encode('Time (s),Battery (V),Current (A)\n')];
  const EACH = 100_000;
  for (let from = 0; from < crank.time.length; from += EACH) {
    const lines: string[] = [];
    for (let i = from; i < Math.min(crank.time.length, from + EACH); i++)
      lines.push(`${crank.time[i]!.toFixed(6)},${crank.volts[i]!.toFixed(3)},${crank.amps[i]!.toFixed(1)}`);
    pieces.push(encoder.encode(`${lines.join('\n')}\n`));
  }
  const whole = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
};

const PIECE = 1 << 20;

/** Seconds to read and understand a trace, seconds a common parser takes to part it into cells, and ms to draw it. */
export const traceFigures = (
  samples: number,
): { readonly readS: number; readonly commonS: number; readonly pictureMs: number } => {
  const file = traceFile(samples);
  const text = new TextDecoder().decode(file);
  let started = performance.now();
  let cells = 0;
  Papa.parse<string[]>(text, { fastMode: true, step: ({ data }) => (cells += data.length) });
  const commonS = (performance.now() - started) / 1000;
  if (cells < 3 * samples) throw new Error(`The common parser saw ${cells} cells of ${3 * samples}.`);
  started = performance.now();
  const reader = new TraceReader({ systemVolts: 12, cylinders: 6 });
  for (let from = 0; from < file.length; from += PIECE) reader.push(file.subarray(from, from + PIECE));
  const { crank, answer } = reader.end();
  const readS = (performance.now() - started) / 1000;
  if (answer.figures.plateauVolts === null) throw new Error('The trace was not understood.');
  const pyramid = new Pyramid(crank.volts);
  started = performance.now();
  // A zoom step: half of it, drawn anew.
  pyramid.line(crank.volts.length >> 2, (3 * crank.volts.length) >> 2, 2000);
  return { readS, commonS, pictureMs: performance.now() - started };
};
