import { figure } from '../quantity/display';
import { median } from '../quantity/median';
import { pointName } from '../unit/pointName';

/** What was done while a value was logged; a state lasts, a wiggle is over after ten seconds. */
export const LOG_STATES = ['loads-on', 'loads-off', 'warm', 'fast-idle', 'cold-spray'] as const;
export type LogState = (typeof LOG_STATES)[number];
export const LOG_STATE_WORDS: Readonly<Record<LogState, string>> = {
  'loads-on': 'loads on',
  'loads-off': 'loads off',
  warm: 'warm',
  'fast-idle': 'fast idle',
  'cold-spray': 'cold spray',
};

/** One thing that was done, at seconds since the log began. */
export type LogMark =
  | { readonly atS: number; readonly kind: 'state'; readonly state: LogState }
  /** Something was moved; null where it was no joint in particular. */
  | { readonly atS: number; readonly kind: 'wiggled'; readonly joint: string | null };

/** One value over ten to thirty minutes, with what was done meanwhile. */
export interface ValueLog {
  readonly startedMs: number;
  /** What it is logged under: engine speed in rpm for volts of a running engine, amps for volts lost. */
  readonly under: number;
  /** Seconds since the start, and volts. */
  readonly samples: readonly (readonly [atS: number, volts: number])[];
  readonly marks: readonly LogMark[];
}

/** A value at its moment, and the states that held then. */
export interface LoggedValue {
  readonly volts: number;
  readonly atS: number;
  readonly states: readonly LogState[];
}

/** What came of moving one joint. */
export interface Wiggle {
  readonly joint: string | null;
  readonly atS: number;
  /** The value farthest from where it stood, while it was moved; null where nothing was read then. */
  readonly volts: number | null;
  readonly moved: boolean;
}

export const WIGGLE_SECONDS = 10;
/** Volts of a 12 V system a sound joint does not move by when it is wiggled. Rule of thumb. */
const MOVES_VOLTS = 0.1;
const CALM_SECONDS = 30;
const MOST_SAMPLES = 4000;

/** As many samples as one pair of extremes is kept of where a log is thinned. */
const THINNED = 4;

/** Half as many samples: of every few the lowest and the highest, so that nothing that came for a moment is lost. */
const thinned = (samples: ValueLog['samples']): ValueLog['samples'] =>
  Array.from({ length: Math.ceil(samples.length / THINNED) }, (_, group) =>
    samples.slice(group * THINNED, (group + 1) * THINNED),
  ).flatMap((few) => {
    const volts = few.map(([, own]) => own);
    const [lowest, highest] = [volts.indexOf(Math.min(...volts)), volts.lastIndexOf(Math.max(...volts))];
    return few.filter((_, index) => index === lowest || index === highest);
  });

/** A log with one more value; the oldest half is thinned when it grows long. */
export const logged = (log: ValueLog, atS: number, volts: number): ValueLog => {
  const samples = [...log.samples, [atS, volts] as const];
  return {
    ...log,
    samples:
      samples.length <= MOST_SAMPLES
        ? samples
        : [...thinned(samples.slice(0, MOST_SAMPLES / 2)), ...samples.slice(MOST_SAMPLES / 2)],
  };
};

const OPPOSITE: Readonly<Partial<Record<LogState, LogState>>> = { 'loads-on': 'loads-off', 'loads-off': 'loads-on' };

/** The states that hold at a moment: each until its opposite is marked. */
export const statesAt = (log: ValueLog, atS: number): readonly LogState[] =>
  log.marks.reduce<readonly LogState[]>((held, mark) => {
    if (mark.kind !== 'state' || mark.atS > atS) return held;
    return [...held.filter((own) => own !== mark.state && own !== OPPOSITE[mark.state]), mark.state];
  }, []);

const extreme = (log: ValueLog, more: (a: number, b: number) => boolean): LoggedValue | null => {
  const found = log.samples.reduce<readonly [number, number] | null>(
    (most, own) => (most === null || more(own[1], most[1]) ? own : most),
    null,
  );
  return found === null ? null : { volts: found[1], atS: found[0], states: statesAt(log, found[0]) };
};

/** What came of each wiggle: how far the value went from where it stood in the half minute before. */
export const wiggles = (log: ValueLog, systemVolts: number): readonly Wiggle[] =>
  log.marks.flatMap((mark): Wiggle[] => {
    if (mark.kind !== 'wiggled') return [];
    const during = log.samples.filter(([atS]) => atS >= mark.atS && atS <= mark.atS + WIGGLE_SECONDS);
    const calm = log.samples
      .filter(([atS]) => atS < mark.atS && atS >= mark.atS - CALM_SECONDS)
      .map(([, volts]) => volts);
    const stood = calm.length === 0 ? during[0]?.[1] : median(calm);
    if (stood === undefined || during.length === 0)
      return [{ joint: mark.joint, atS: mark.atS, volts: null, moved: false }];
    const volts = during.reduce((far, [, own]) => (Math.abs(own - stood) > Math.abs(far - stood) ? own : far), stood);
    return [
      { joint: mark.joint, atS: mark.atS, volts, moved: Math.abs(volts - stood) > (MOVES_VOLTS * systemVolts) / 12 },
    ];
  });

/** A log in figures: its lowest and highest with their moments, and what moved it. */
export interface LogFigures {
  readonly now: number | null;
  readonly lowest: LoggedValue | null;
  readonly highest: LoggedValue | null;
  readonly wiggles: readonly Wiggle[];
  /** Joints whose wiggling moved the value, each once, in order. */
  readonly movedBy: readonly (string | null)[];
}

export const logFigures = (log: ValueLog, systemVolts: number): LogFigures => {
  const all = wiggles(log, systemVolts);
  return {
    now: log.samples.at(-1)?.[1] ?? null,
    lowest: extreme(log, (a, b) => a < b),
    highest: extreme(log, (a, b) => a > b),
    wiggles: all,
    movedBy: [...new Set(all.filter(({ moved }) => moved).map(({ joint }) => joint))],
  };
};

/** What a log is judged by: the lowest of running volts; of volts lost the farthest from nothing, since probes may be swapped. */
export const worstLogged = ({ lowest, highest }: LogFigures, of: 'running' | 'lost'): LoggedValue | null => {
  if (lowest === null || highest === null || of === 'running') return lowest;
  return Math.abs(lowest.volts) > Math.abs(highest.volts) ? lowest : highest;
};

export const minutesText = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

const momentWords = ({ volts, atS, states }: LoggedValue): string =>
  `${figure(volts, 2)} V at ${minutesText(atS)}${states.map((state) => `, ${LOG_STATE_WORDS[state]}`).join('')}`;

/** The log in words, as the reading that comes of it keeps it. */
export const logWords = (log: ValueLog, systemVolts: number, seconds: number): string => {
  const { lowest, highest, movedBy } = logFigures(log, systemVolts);
  if (lowest === null || highest === null) return '';
  const moved = movedBy.map((joint) => (joint === null ? 'something wiggled' : pointName(joint)));
  return [
    `Logged ${minutesText(seconds)} min`,
    `lowest ${momentWords(lowest)}`,
    `highest ${momentWords(highest)}`,
    ...(moved.length === 0 ? [] : [`moved by ${moved.join(', ')}`]),
  ].join('; ');
};
