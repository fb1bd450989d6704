import type { TracePreview } from './choice';
import { BEYOND_RANGE, clockSeconds, type Dialect } from './dialect';
import { TimeSteps, type TimeLine } from './timeSteps';

/** What is wrong with a file of samples, and where; line and column from 1. */
export class TraceProblem extends Error {
  readonly line: number | null;
  readonly column: number | null;
  /** How the file looks, where its columns could not be told and may be put right by hand. */
  readonly preview: TracePreview | null;
  constructor(
    words: string,
    line: number | null = null,
    column: number | null = null,
    preview: TracePreview | null = null,
  ) {
    super(words);
    this.preview = preview;
    this.name = 'TraceProblem';
    this.line = line;
    this.column = column;
  }
}

const TAB = 9;
const NEWLINE = 10;
const RETURN = 13;
const SPACE = 32;
const QUOTE = 34;
const ZERO = 48;
const NINE = 57;
/** Samples a trace may have; more is not one crank. */
const MOST_SAMPLES = 10_000_000;
const FIRST_SAMPLES = 65_536;

/** One column of numbers that grows as it is read. */
class Column {
  values = new Float32Array(FIRST_SAMPLES);
  add(index: number, value: number): void {
    if (index >= this.values.length) {
      const larger = new Float32Array(this.values.length * 2);
      larger.set(this.values);
      this.values = larger;
    }
    this.values[index] = value;
  }
}
const TENS = Array.from({ length: 40 }, (_, power) => 10 ** power);

/** A cell as text; bytes that are no UTF-8 as the letters they are in the oldest encoding. */
const textOf = (bytes: Uint8Array, from: number, to: number): string => {
  const cell = bytes.subarray(from, to);
  try {
    return decodeURIComponent(Array.from(cell, (byte) => `%${byte.toString(16).padStart(2, '0')}`).join(''));
  } catch {
    return String.fromCharCode(...cell);
  }
};

/** The samples of a file as numbers, column by column, in the units of the file. */
export interface Samples {
  readonly count: number;
  /** How time runs, in the unit of the file; null where the file has none. */
  readonly time: TimeLine | null;
  readonly volts: Float32Array;
  readonly amps: Float32Array | null;
  /** Lines of the file at which something is odd, in words; the first of each kind. */
  readonly notes: readonly string[];
}

/** Columns to keep, from 0; -1 where there is none. */
export interface Wanted {
  readonly time: number;
  readonly volts: number;
  readonly amps: number;
}

/**
 * Reads samples from bytes as they come, without keeping the text: what is no number is told by its line and column, and
 * nothing is kept then. Bytes are of an encoding in which digits are those of ASCII.
 */
export class SampleReader {
  readonly #delimiter: number;
  readonly #decimal: number;
  readonly #isSpaced: boolean;
  readonly #skip: number;
  readonly #wanted: Wanted;
  readonly #times: TimeSteps | null;
  readonly #volts = new Column();
  readonly #amps = new Column();
  #left: Uint8Array = new Uint8Array(0);
  #line = 0;
  #count = 0;
  #blank = 0;
  #blankLine = 0;
  #beyond = 0;
  #beyondLine = 0;

  constructor({ delimiter, decimal, headLines }: Dialect, wanted: Wanted) {
    this.#delimiter = delimiter.charCodeAt(0);
    this.#isSpaced = delimiter === ' ';
    this.#decimal = decimal.charCodeAt(0);
    this.#skip = headLines;
    this.#wanted = wanted;
    this.#times = wanted.time < 0 ? null : new TimeSteps();
  }

  push(chunk: Uint8Array): void {
    let bytes = chunk;
    if (this.#left.length > 0) {
      bytes = new Uint8Array(this.#left.length + chunk.length);
      bytes.set(this.#left);
      bytes.set(chunk, this.#left.length);
    }
    let from = 0;
    for (;;) {
      const end = bytes.indexOf(NEWLINE, from);
      if (end < 0) break;
      this.#readLine(bytes, from, end);
      from = end + 1;
    }
    this.#left = bytes.slice(from);
    if (this.#left.length > 1_000_000)
      throw new TraceProblem(`line ${this.#line + 1}: expected a line of samples, it does not end`, this.#line + 1);
  }

  end(): Samples {
    if (this.#left.length > 0) this.#readLine(this.#left, 0, this.#left.length);
    const { amps } = this.#wanted;
    const time = this.#times?.end() ?? null;
    const notes: string[] = [];
    if (this.#blank > 0)
      notes.push(`line ${this.#blankLine}: a sample is missing; ${this.#blank} in all, each left out`);
    if (this.#beyond > 0)
      notes.push(`line ${this.#beyondLine}: beyond the range of the instrument; ${this.#beyond} in all, each left out`);
    return {
      count: this.#count,
      time,
      volts: this.#volts.values.subarray(0, this.#count),
      amps: amps < 0 ? null : this.#amps.values.subarray(0, this.#count),
      notes: [...notes, ...(time?.notes ?? [])],
    };
  }

  #readLine(bytes: Uint8Array, from: number, to: number): void {
    this.#line += 1;
    if (this.#line <= this.#skip) return;
    let end = to;
    while (end > from && (bytes[end - 1] === RETURN || bytes[end - 1] === SPACE || bytes[end - 1] === TAB)) end -= 1;
    let at = from;
    while (at < end && bytes[at] === SPACE) at += 1;
    if (at >= end) return;
    const { time, volts, amps } = this.#wanted;
    let [t, v, a] = [NaN, NaN, NaN];
    for (let column = 0; at <= end; column++) {
      let stop = at;
      let quoted = false;
      while (stop < end && (quoted || bytes[stop] !== this.#delimiter)) {
        if (bytes[stop] === QUOTE) quoted = !quoted;
        stop += 1;
      }
      if (column === time) t = this.#number(bytes, at, stop, column);
      else if (column === volts) v = this.#number(bytes, at, stop, column);
      else if (column === amps) a = this.#number(bytes, at, stop, column);
      at = stop + 1;
      if (this.#isSpaced) while (at < end && bytes[at] === SPACE) at += 1;
      if (stop >= end) break;
    }
    if (Number.isNaN(v) || (amps >= 0 && Number.isNaN(a)) || (time >= 0 && Number.isNaN(t))) {
      this.#blank += 1;
      this.#blankLine ||= this.#line;
      return;
    }
    if (!Number.isFinite(v) || (amps >= 0 && !Number.isFinite(a))) {
      this.#beyond += 1;
      this.#beyondLine ||= this.#line;
      return;
    }
    if (this.#count >= MOST_SAMPLES)
      throw new TraceProblem(`line ${this.#line}: expected at most ${MOST_SAMPLES} samples`, this.#line);
    // A sample of a moment that has been is left out.
    if (this.#times?.isNext(t, this.#line) === false) return;
    this.#volts.add(this.#count, v);
    if (amps >= 0) this.#amps.add(this.#count, a);
    this.#count += 1;
  }

  /** The number between two places; NaN where the cell is blank, infinite where it went beyond the range. */
  #number(bytes: Uint8Array, from: number, to: number, column: number): number {
    let at = from;
    let end = to;
    while (at < end && (bytes[at] === SPACE || bytes[at] === QUOTE || bytes[at] === TAB)) at += 1;
    while (end > at && (bytes[end - 1] === SPACE || bytes[end - 1] === QUOTE)) end -= 1;
    if (at === end) return NaN;
    const begin = at;
    const sign = bytes[at] === 45 ? -1 : 1;
    if (sign < 0 || bytes[at] === 43) at += 1;
    let mantissa = 0;
    let digits = 0;
    let fraction = 0;
    let isFraction = false;
    for (; at < end; at++) {
      const byte = bytes[at]!;
      if (byte >= ZERO && byte <= NINE) {
        mantissa = mantissa * 10 + (byte - ZERO);
        digits += 1;
        if (isFraction) fraction += 1;
      } else if (byte === this.#decimal && !isFraction) isFraction = true;
      else break;
    }
    let exponent = 0;
    if (at < end && digits > 0 && (bytes[at] === 101 || bytes[at] === 69)) {
      const text = textOf(bytes, at + 1, end);
      exponent = /^[-+]?\d{1,3}$/.test(text) ? Number(text) : NaN;
      at = end;
    }
    if (at < end || digits === 0 || Number.isNaN(exponent)) {
      const text = textOf(bytes, begin, end);
      const clock = clockSeconds(text);
      if (clock !== null) return clock;
      if (BEYOND_RANGE.test(text)) return text.startsWith('-') ? -Infinity : Infinity;
      const shown = text.length > 40 ? `${text.slice(0, 40)} …` : text;
      throw new TraceProblem(
        `line ${this.#line}, column ${column + 1}: expected a number, received ${shown}`,
        this.#line,
        column + 1,
      );
    }
    const value = fraction < TENS.length ? mantissa / TENS[fraction]! : mantissa * 10 ** -fraction;
    return sign * (exponent === 0 ? value : value * 10 ** exponent);
  }
}
