import { LONGEST_TRACE, type TraceRead } from '@vaktman/core';

/** Samples of a file as they are kept: compressed, in base64. */
export interface PackedTrace {
  readonly data: string;
  /** Set where the file was too large: its samples are means of so many. */
  readonly meansOf?: number;
}

const compressed = async (source: Blob): Promise<Uint8Array> =>
  new Uint8Array(await new Response(source.stream().pipeThrough(new CompressionStream('gzip'))).arrayBuffer());

const CHUNK = 0x8000;
const base64Of = (bytes: Uint8Array): string => {
  const letters: string[] = [];
  for (let from = 0; from < bytes.length; from += CHUNK)
    letters.push(String.fromCharCode(...bytes.subarray(from, from + CHUNK)));
  return btoa(letters.join(''));
};

const meanOf = (values: ArrayLike<number>, from: number, count: number): number => {
  let sum = 0;
  for (let i = from; i < from + count; i++) sum += values[i] ?? 0;
  return sum / count;
};

/** The samples of a trace as means of so many each, written as a file. */
const thinnedFile = ({ crank }: TraceRead, each: number): Blob => {
  const { volts, amps, startS, stepS } = crank;
  const lines = [`Time (s),Bank (V)${amps === null ? '' : ',Out of the bank (A)'}`];
  for (let from = 0; from + each <= volts.length; from += each) {
    const time = (startS + (from + (each - 1) / 2) * stepS).toFixed(6);
    lines.push(
      `${time},${meanOf(volts, from, each).toFixed(3)}${amps === null ? '' : `,${meanOf(amps, from, each).toFixed(1)}`}`,
    );
  }
  return new Blob([`${lines.join('\n')}\n`]);
};

/** More samples than these are thinned before it is tried to compress them. */
const MOST_ROWS = 200_000;
/** Larger files than this are not compressed whole: it would take too long to find that they do not fit. */
const MOST_WHOLE_BYTES = 30_000_000;

/** A file of samples packed for keeping: whole where it can be, else as means of as few samples as fit. */
export const packTrace = async (file: Blob, read: TraceRead): Promise<PackedTrace> => {
  if (file.size <= MOST_WHOLE_BYTES) {
    const whole = base64Of(await compressed(file));
    if (whole.length <= LONGEST_TRACE) return { data: whole };
  }
  for (let each = Math.max(2, Math.ceil(read.crank.volts.length / MOST_ROWS)); ; each *= 2) {
    const data = base64Of(await compressed(thinnedFile(read, each)));
    if (data.length <= LONGEST_TRACE) return { data, meansOf: each };
  }
};
