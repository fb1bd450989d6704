import { tidy } from '../quantity/compare';
import { columnsOf, type TraceColumn, type TraceColumns } from './columns';
import { crankEvents } from './crankEvents';
import { charge, inrush, plateauOf, restVolts, ripple, type Crank, type TraceFigures } from './crankFigures';
import { cellsOf, clockSeconds, dialectOf, type Dialect } from './dialect';
import { humpsOf, type CylinderHump } from './humps';
import { SampleReader, TraceProblem, type Samples } from './sampleReader';
import { medianOf } from './signal';

/** The machine a trace was taken of. */
export interface TraceMachine {
  readonly systemVolts: 12 | 24;
  readonly cylinders: number | null;
}

/** Everything a trace says. */
export interface TraceAnswer {
  readonly format: 'vaktman-trace';
  readonly version: 1;
  readonly columns: Readonly<Record<'time' | 'volts' | 'amps', TraceColumn | null>>;
  readonly figures: TraceFigures;
  readonly cylinders: readonly CylinderHump[];
  readonly notes: readonly string[];
}

const HEAD_LINES = 200;
const SNIFFED = 60;

/** What a trace says, and the samples it is drawn from. */
export interface TraceRead {
  readonly answer: TraceAnswer;
  readonly crank: Crank;
}

/** How a file is written and which column is what, from its beginning. @throws {TraceProblem} when no samples are in it */
export const sniff = (
  head: string,
  { systemVolts }: Pick<TraceMachine, 'systemVolts'>,
): { dialect: Dialect; columns: TraceColumns } => {
  const lines = head.split(/\r\n|\n|\r/).slice(0, HEAD_LINES);
  const dialect = dialectOf(lines);
  if (dialect === null)
    throw new TraceProblem('line 1: expected lines of samples: time, volts, amperes; none were found', 1);
  const rows = lines.slice(dialect.headLines, dialect.headLines + SNIFFED).filter((line) => line.trim() !== '');
  const number = (cell: string): number =>
    cell === '' ? NaN : (clockSeconds(cell) ?? Number(dialect.decimal === ',' ? cell.replace(',', '.') : cell));
  const cells = rows.map((line) => cellsOf(line, dialect.delimiter));
  const samples = Array.from({ length: dialect.columns }, (_, index) => cells.map((row) => number(row[index] ?? '')));
  const columns = columnsOf(dialect, samples, systemVolts / 12);
  if (columns.volts === null)
    throw new TraceProblem(
      `line ${Math.max(1, dialect.headLines)}: expected a column of volts, found none`,
      Math.max(1, dialect.headLines),
    );
  if (columns.time === null && dialect.intervalS === null)
    throw new TraceProblem(
      `line ${Math.max(1, dialect.headLines)}: expected a column of time, or the interval between samples in the head`,
      Math.max(1, dialect.headLines),
    );
  return { dialect, columns };
};

/** A reader for the samples of a file that was looked at. */
const readerFor = ({ dialect, columns }: ReturnType<typeof sniff>): SampleReader => {
  const at = (column: TraceColumn | null): number => (column === null ? -1 : column.column - 1);
  return new SampleReader(dialect, { time: at(columns.time), volts: at(columns.volts), amps: at(columns.amps) });
};

/** Seconds of the first sample and from one to the next. */
const timed = ({ time }: Samples, dialect: Dialect, column: TraceColumn | null): { startS: number; stepS: number } => {
  if (time === null || column === null) return { startS: 0, stepS: dialect.intervalS ?? 1 };
  const stepS = time.step * column.factor;
  if (!(stepS > 0))
    throw new TraceProblem(`line ${dialect.headLines + 1}: expected time that runs on`, dialect.headLines + 1);
  return { startS: time.first * column.factor, stepS };
};

/** More samples a second than this say nothing more of a crank. */
const MOST_HZ = 25_000;

/** Samples in V or A, thinned by their mean where there are more than a crank needs. */
const inUnits = (values: Float32Array, factor: number, bin: number): Float32Array => {
  const result = new Float32Array(Math.floor(values.length / bin));
  for (let i = 0; i < result.length; i++) {
    let sum = 0;
    for (let j = i * bin; j < (i + 1) * bin; j++) sum += values[j]!;
    result[i] = (sum / bin) * factor;
  }
  return result;
};

/** Amperes out of the bank, from the zero of the quiet before the crank, whichever way the clamp was put on. */
const outOfBank = (
  amps: Float32Array,
  quiet: number,
  closedAt: number,
  stepS: number,
): { amps: Float32Array; turned: boolean; zero: number } => {
  const zero = quiet > 3 ? medianOf(amps, 0, quiet) : 0;
  const to = Math.min(amps.length, closedAt + Math.max(2, Math.round(0.5 / stepS)));
  const turned = medianOf(amps, closedAt, to) - zero < 0;
  return { amps: amps.map((value) => (turned ? zero - value : value - zero)), turned, zero };
};

const rounded = (value: number | null): number | null => (value === null ? null : tidy(Number(value.toPrecision(6))));

/**
 * Everything that is read from a crank.
 * @param samples as read, in the units of the file
 */
const traceRead = (
  { dialect, columns }: ReturnType<typeof sniff>,
  samples: Samples,
  { systemVolts, cylinders }: TraceMachine,
): TraceRead => {
  const k = systemVolts / 12;
  if (samples.count < 10)
    throw new TraceProblem(
      `line ${dialect.headLines + 1}: expected at least 10 samples, received ${samples.count}`,
      dialect.headLines + 1,
    );
  const file = timed(samples, dialect, columns.time);
  const bin = Math.max(1, Math.floor(1 / (file.stepS * MOST_HZ)));
  const { startS, stepS } = { startS: file.startS + ((bin - 1) / 2) * file.stepS, stepS: file.stepS * bin };
  const volts = inUnits(samples.volts, columns.volts?.factor ?? 1, bin);
  const raw = samples.amps === null ? null : inUnits(samples.amps, columns.amps?.factor ?? 1, bin);
  const notes: string[] = [...columns.notes, ...samples.notes];
  const note = (name: keyof TraceFigures, why: string): null => {
    notes.push(`${name}: ${why}`);
    return null;
  };
  const first = crankEvents(volts, null, stepS, k);
  const turned =
    raw === null || first.closedAt === null
      ? null
      : outOfBank(raw, first.keyOnAt ?? first.closedAt - Math.round(0.005 / stepS), first.closedAt, stepS);
  if (turned?.turned === true) notes.push('amps: the clamp was on the other way round; turned');
  const amps = turned?.amps ?? raw;
  const events = crankEvents(volts, amps, stepS, k);
  const crank: Crank = { volts, amps, stepS, startS, events };
  if (events.keyOnAt !== null)
    notes.push(`key on ${(startS + events.keyOnAt * stepS).toFixed(3)} s, before the contacts close`);

  const rest = restVolts(crank, note);
  const plateau = plateauOf(crank);
  const why = events.closedAt === null ? 'no closing contact in the trace' : 'too short';
  const plateauVolts = plateau === null ? note('plateauVolts', why) : medianOf(volts, ...plateau);
  const plateauAmps =
    plateau === null
      ? note('plateauAmps', why)
      : amps === null
        ? note('plateauAmps', 'no amperes in the trace')
        : medianOf(amps, ...plateau);
  const humps =
    plateau === null
      ? { rpm: null, why }
      : humpsOf(
          (amps ?? volts).slice(...plateau),
          stepS,
          (plateau[0] - (events.closedAt ?? 0)) * stepS,
          cylinders,
          amps !== null,
        );
  if (humps.rpm === null) note('crankRpm', humps.why);
  else if (humps.why !== null) notes.push(`cylinders: ${humps.why}`);
  const at = (index: number | null): number | null => (index === null ? null : startS + index * stepS);
  const closedAtS = at(events.closedAt) ?? note('closedAtS', 'no closing contact in the trace');
  const firedAtS = events.fired
    ? at(events.endedAt)
    : note(
        'firedAtS',
        events.closedAt === null
          ? 'no closing contact in the trace'
          : `it did not fire in the trace; cranked for ${(((events.endedAt ?? volts.length) - events.closedAt) * stepS).toFixed(1)} s`,
      );
  const source =
    rest === null || plateauVolts === null || plateauAmps === null || plateauAmps <= 0
      ? note('sourceMilliohm', 'needs rest volts, plateau volts and plateau amperes')
      : (1000 * (rest - plateauVolts)) / plateauAmps;
  const figures: TraceFigures = {
    restVolts: rest,
    closedAtS,
    ...inrush(crank, note),
    plateauVolts,
    plateauAmps,
    crankRpm: humps.rpm,
    firedAtS,
    ...charge(crank, note),
    ...ripple(crank, note),
    sourceMilliohm: source,
  };
  const answer: TraceAnswer = {
    format: 'vaktman-trace',
    version: 1,
    columns: { time: columns.time, volts: columns.volts, amps: columns.amps },
    figures: Object.fromEntries(
      Object.entries(figures).map(([name, value]) => [name, rounded(value as number | null)]),
    ) as unknown as TraceFigures,
    cylinders: (humps.rpm === null ? [] : humps.cylinders).map(({ cylinder, percent, spreadPercent }) => ({
      cylinder,
      percent: Number(percent.toFixed(1)),
      spreadPercent: Number(spreadPercent.toFixed(1)),
    })),
    notes,
  };
  return { answer, crank };
};

/** Bytes looked at before it is known how a file is written. */
const HEAD_BYTES = 65_536;
/** More than this is no trace of one crank. */
export const MOST_TRACE_BYTES = 400_000_000;

const LATIN = 0x80;
const NEWLINE = 10;
const RETURN = 13;
const QUESTION = 63;

/** The beginning of a file as text; letters beyond ASCII only stand in names. */
const textOfHead = (bytes: Uint8Array): string => {
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  if (!bytes.some((byte) => byte >= LATIN)) return text;
  try {
    return decodeURIComponent(escaped(text));
  } catch {
    return text;
  }
};
const escaped = (text: string): string =>
  text.replace(/[^!-$&-~ \t\r\n]/g, (letter) => `%${letter.charCodeAt(0).toString(16).padStart(2, '0')}`);

/** Refuses what is no text before anything is made of it. */
const checkText = (head: Uint8Array): void => {
  if (head.includes(0)) throw new TraceProblem('line 1: expected a text file of samples, this is not text', 1);
};

/**
 * Reads a trace piece by piece and says what is in it. The text is never kept whole.
 * @throws {TraceProblem} naming line and column; nothing is kept then
 */
export class TraceReader {
  readonly #machine: TraceMachine;
  #head: Uint8Array = new Uint8Array(0);
  #found: ReturnType<typeof sniff> | null = null;
  #reader: SampleReader | null = null;
  #bytes = 0;
  #written: { mark: 'low' | 'high' | 'bytes'; odd: number | null; ends: 'feeds' | 'returns' | null } | null = null;

  constructor(machine: TraceMachine) {
    this.#machine = machine;
  }

  push(piece: Uint8Array): void {
    this.#bytes += piece.length;
    if (this.#bytes > MOST_TRACE_BYTES)
      throw new TraceProblem(`line 1: expected a file of at most ${MOST_TRACE_BYTES / 1e6} MB`, 1);
    const chunk = this.#plain(piece);
    if (this.#reader !== null) {
      this.#reader.push(chunk);
      return;
    }
    const joined = new Uint8Array(this.#head.length + chunk.length);
    joined.set(this.#head);
    joined.set(chunk, this.#head.length);
    this.#head = joined;
    if (joined.length >= HEAD_BYTES) this.#begin();
  }

  end(): TraceRead {
    if (this.#reader === null) this.#begin();
    const [found, reader] = [this.#found, this.#reader];
    if (found === null || reader === null) throw new TraceProblem('line 1: expected lines of samples', 1);
    return traceRead(found, reader.end(), this.#machine);
  }

  /** The bytes of a piece as one a letter, lines ended by line feeds; what stands before the text is left out. */
  #plain(piece: Uint8Array): Uint8Array {
    let bytes = piece;
    if (this.#written === null) {
      const [first, second, third] = bytes;
      const mark = first === 0xff && second === 0xfe ? 'low' : first === 0xfe && second === 0xff ? 'high' : 'bytes';
      const skip = mark !== 'bytes' ? 2 : first === 0xef && second === 0xbb && third === 0xbf ? 3 : 0;
      bytes = bytes.subarray(skip);
      this.#written = { mark, odd: null, ends: null };
    }
    const written = this.#written;
    if (written.mark !== 'bytes') {
      const joined = written.odd === null ? bytes : Uint8Array.from([written.odd, ...bytes]);
      written.odd = joined.length % 2 === 1 ? (joined.at(-1) ?? null) : null;
      const [low, high] = written.mark === 'low' ? [0, 1] : [1, 0];
      bytes = Uint8Array.from({ length: joined.length >> 1 }, (_, i) =>
        joined[2 * i + high]! === 0 ? joined[2 * i + low]! : QUESTION,
      );
    }
    written.ends ??= bytes.includes(NEWLINE) || !bytes.includes(RETURN) ? 'feeds' : 'returns';
    return written.ends === 'feeds' ? bytes : bytes.map((byte) => (byte === RETURN ? NEWLINE : byte));
  }

  #begin(): void {
    const head = this.#head.subarray(0, HEAD_BYTES);
    checkText(head);
    const text = textOfHead(head);
    // The last line may have been cut.
    const whole = this.#head.length > HEAD_BYTES ? text.slice(0, text.lastIndexOf('\n') + 1) : text;
    this.#found = sniff(whole, this.#machine);
    this.#reader = readerFor(this.#found);
    this.#reader.push(this.#head);
    this.#head = new Uint8Array(0);
  }
}

/** Everything that is read from a trace given as pieces of a file. */
export const readTrace = (pieces: Iterable<Uint8Array>, machine: TraceMachine): TraceAnswer => {
  const reader = new TraceReader(machine);
  for (const piece of pieces) reader.push(piece);
  return reader.end().answer;
};
