import { tidy } from '../quantity/compare';
import { chosenColumns, headKeyOf, type TraceChoice, type TracePreview } from './choice';
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
  /** Columns put right by hand, by the head of the files they hold for. */
  readonly choices?: Readonly<Record<string, TraceChoice>> | undefined;
}

/** Everything a trace says. */
export interface TraceAnswer {
  readonly format: 'vaktman-trace';
  readonly version: 1;
  readonly columns: Readonly<Record<'time' | 'volts' | 'amps', TraceColumn | null>>;
  readonly figures: TraceFigures;
  readonly cylinders: readonly Omit<CylinderHump, 'mostPercent'>[];
  readonly notes: readonly string[];
}

const HEAD_LINES = 200;
const SNIFFED = 60;
const PREVIEWED = 4;

/** What a trace says, and the samples it is drawn from. */
export interface TraceRead {
  readonly answer: TraceAnswer;
  readonly crank: Crank;
  /** Each cylinder with its highest turn; none where they could not be told apart. */
  readonly humps: readonly CylinderHump[];
  readonly preview: TracePreview;
}

/** How a file is written and which column is what, from its beginning. @throws {TraceProblem} when no samples are in it */
export const sniff = (
  head: string,
  { systemVolts, choices }: Pick<TraceMachine, 'systemVolts' | 'choices'>,
): { dialect: Dialect; columns: TraceColumns; preview: TracePreview } => {
  const lines = head.split(/\r\n|\n|\r/).slice(0, HEAD_LINES);
  const dialect = dialectOf(lines);
  if (dialect === null)
    throw new TraceProblem('line 1: expected lines of samples: time, volts, amperes; none were found', 1);
  const rows = lines.slice(dialect.headLines, dialect.headLines + SNIFFED).filter((line) => line.trim() !== '');
  const number = (cell: string): number =>
    cell === '' ? NaN : (clockSeconds(cell) ?? Number(dialect.decimal === ',' ? cell.replace(',', '.') : cell));
  const cells = rows.map((line) => cellsOf(line, dialect.delimiter));
  const samples = Array.from({ length: dialect.columns }, (_, index) => cells.map((row) => number(row[index] ?? '')));
  const headKey = headKeyOf(dialect);
  const columns = chosenColumns(dialect, columnsOf(dialect, samples, systemVolts / 12), choices?.[headKey]);
  const names = Array.from({ length: dialect.columns }, (_, index) => dialect.names[index] ?? '');
  const preview: TracePreview = { names, rows: cells.slice(0, PREVIEWED), headKey };
  if (columns.volts === null)
    throw new TraceProblem(
      `line ${Math.max(1, dialect.headLines)}: expected a column of volts, found none`,
      Math.max(1, dialect.headLines),
      null,
      preview,
    );
  if (columns.time === null && dialect.intervalS === null)
    throw new TraceProblem(
      `line ${Math.max(1, dialect.headLines)}: expected a column of time, or the interval between samples in the head`,
      Math.max(1, dialect.headLines),
      null,
      preview,
    );
  return { dialect, columns, preview };
};

/** A reader for the samples of a file that was looked at. */
export const readerFor = ({
  dialect,
  columns,
}: Pick<ReturnType<typeof sniff>, 'dialect' | 'columns'>): SampleReader => {
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
export const traceRead = (
  { dialect, columns, preview }: ReturnType<typeof sniff>,
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
  return { answer, crank, humps: humps.rpm === null ? [] : humps.cylinders, preview };
};
