import type { BurstLine } from './feedLine';

/** Samples that arrive line by line, until they are all there. */
export class Burst {
  #instrument = '';
  #intervalS = 0;
  #wanted = 0;
  #lines: string[] = [];

  get instrument(): string {
    return this.#instrument;
  }
  /** Share of the samples that have arrived, percent; null before a burst began. */
  get percent(): number | null {
    return this.#wanted === 0 ? null : Math.min(100, Math.round((100 * this.#lines.length) / this.#wanted));
  }

  /**
   * Takes in a line.
   * @returns the burst as a file of samples once it has ended, what is wrong with it, or null while it goes on
   */
  add(line: BurstLine): { readonly file: string } | { readonly problem: string } | null {
    switch (line.kind) {
      case 'burst':
        this.#instrument = line.instrument;
        this.#intervalS = line.intervalS;
        this.#wanted = line.samples;
        this.#lines = [];
        return null;
      case 'samples':
        for (let i = 0; i + 1 < line.pairs.length; i += 2)
          this.#lines.push(
            `${(this.#lines.length * this.#intervalS).toFixed(6)},${line.pairs[i] ?? 0},${line.pairs[i + 1] ?? 0}`,
          );
        return null;
      case 'end': {
        const [got, wanted] = [this.#lines.length, this.#wanted];
        const file = `Time (s),Bank (V),Clamp (A)\n${this.#lines.join('\n')}\n`;
        this.#wanted = 0;
        this.#lines = [];
        if (wanted === 0) return { problem: 'the end of a burst came without its beginning' };
        return got === wanted ? { file } : { problem: `the burst has ${got} samples of ${wanted}: take it again` };
      }
    }
  }
}

const PAIRS_A_LINE = 20;

/** A burst as an instrument sends it. @param rows volts and amperes of each sample */
export const burstLines = (
  instrument: string,
  intervalS: number,
  rows: readonly (readonly [volts: number, amps: number])[],
): readonly string[] => {
  const lines = [`BURST ${instrument} ${intervalS} ${rows.length}`];
  for (let from = 0; from < rows.length; from += PAIRS_A_LINE)
    lines.push(
      `SAMPLES ${rows
        .slice(from, from + PAIRS_A_LINE)
        .map(([volts, amps]) => `${volts.toFixed(3)} ${amps.toFixed(1)}`)
        .join(' ')}`,
    );
  return [...lines, 'END'];
};
