import type { Columns } from './traceLines';

const STEPS = [1, 2, 5] as const;

/** Round values between two, about so many. */
export const ticksOf = (least: number, most: number, about: number): readonly number[] => {
  const rough = Math.max(1e-9, (most - least) / about);
  const tens = 10 ** Math.floor(Math.log10(rough));
  const step = tens * (STEPS.find((own) => own * tens >= rough) ?? 10);
  const first = Math.ceil(least / step);
  return Array.from({ length: Math.max(0, Math.floor(most / step) - first + 1) }, (_, index) => (first + index) * step);
};

/** Decimals it takes to tell ticks apart. */
export const decimalsOf = (ticks: readonly number[]): number => {
  const step = (ticks[1] ?? 1) - (ticks[0] ?? 0);
  return step >= 1 ? 0 : step >= 0.1 ? 1 : step >= 0.01 ? 2 : 3;
};

interface Range {
  readonly least: number;
  readonly most: number;
}
/** From the lowest to the highest of several. */
export const rangeOf = (all: readonly Columns[]): Range => {
  let [least, most] = [Infinity, -Infinity];
  for (const { low, high } of all)
    for (let i = 0; i < low.length; i++) {
      if (low[i]! < least) least = low[i]!;
      if (high[i]! > most) most = high[i]!;
    }
  return least > most ? { least: 0, most: 1 } : { least, most: Math.max(most, least + 1e-3) };
};

/** A filled line from the lowest to the highest of each column; in pieces where samples are missing. */
export const pathOf = ({ low, high }: Columns, x: (column: number) => number, y: (value: number) => number): string => {
  const pieces: string[] = [];
  let from = -1;
  for (let i = 0; i <= low.length; i++) {
    const there = i < low.length && Number.isFinite(low[i]!);
    if (there && from < 0) from = i;
    if (there || from < 0) continue;
    const upper: string[] = [];
    const lower: string[] = [];
    for (let j = from; j < i; j++) {
      upper.push(`${x(j).toFixed(1)} ${y(high[j]!).toFixed(1)}`);
      lower.push(`${x(j).toFixed(1)} ${y(low[j]!).toFixed(1)}`);
    }
    pieces.push(`M${upper.join('L')}L${lower.reverse().join('L')}Z`);
    from = -1;
  }
  return pieces.join('');
};
