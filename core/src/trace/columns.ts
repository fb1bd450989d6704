import { present } from '../quantity/present';
import { median } from '../quantity/median';
import { clampScaleIn, type Dialect } from './dialect';

/** A column of a file of samples, and what makes its numbers seconds, volts or amperes. */
export interface TraceColumn {
  /** From 1. */
  readonly column: number;
  readonly header: string;
  readonly unit: string;
  /** Its numbers times this are s, V or A. */
  readonly factor: number;
}

/** Which column is what; null where there is none. */
export interface TraceColumns {
  readonly time: TraceColumn | null;
  readonly volts: TraceColumn | null;
  readonly amps: TraceColumn | null;
  readonly notes: readonly string[];
}

const NAMES = {
  time: /^(?:t|x|time|zeit|tid|temps|elapsed|timestamp|seconds?|sec|second|x-axis)\b/i,
  volts: /volt|spannung|spenning|spänning|tension|batter|\bu\b|u_?bat|v_?bat|^v$/i,
  amps: /amp|current|strom|strøm|ström|courant|clamp|zange|tang|\bi\b|i_?start|^a$/i,
} as const;

const UNITS: Readonly<Record<string, readonly [kind: keyof typeof NAMES, factor: number]>> = {
  s: ['time', 1],
  sec: ['time', 1],
  second: ['time', 1],
  seconds: ['time', 1],
  ms: ['time', 1e-3],
  us: ['time', 1e-6],
  µs: ['time', 1e-6],
  μs: ['time', 1e-6],
  ns: ['time', 1e-9],
  min: ['time', 60],
  v: ['volts', 1],
  volt: ['volts', 1],
  volts: ['volts', 1],
  mv: ['volts', 1e-3],
  kv: ['volts', 1e3],
  a: ['amps', 1],
  amp: ['amps', 1],
  amps: ['amps', 1],
  ampere: ['amps', 1],
  amperes: ['amps', 1],
  ma: ['amps', 1e-3],
  ka: ['amps', 1e3],
};

/** The unit a header carries: in brackets, after a comma or slash, or as its last word. */
const unitIn = (header: string): string => {
  const [, inBrackets] = /[[(]\s*([^\])]*?)\s*[\])]\s*$/.exec(header) ?? [];
  if (inBrackets !== undefined) return inBrackets;
  const [, after] = /[,/_\s-]\s*([a-zµμ]+)$/i.exec(header.trim()) ?? [];
  return after !== undefined && UNITS[after.toLowerCase()] !== undefined ? after : '';
};

interface Told {
  readonly header: string;
  readonly unit: string;
  readonly values: readonly number[];
}

const isTime = (values: readonly number[]): boolean =>
  values.length > 2 &&
  values.every((value, index) => index === 0 || value >= present(values[index - 1])) &&
  present(values.at(-1)) > present(values[0]);

/** A battery of 12 or 24 V, at rest or cranking. */
const looksLikeVolts = (values: readonly number[], k: number): boolean => {
  const middle = median(values);
  return middle > 8 * k && middle < 17 * k;
};

/** Taken where nothing tells the scale of a clamp that is read in volts. */
const USUAL_MV_PER_A = 1;

/**
 * Which column is time, which volts, which amperes: by unit, by name, then by size.
 * @param samples the first rows of numbers, column by column
 * @param k system volts / 12
 */
export const columnsOf = (dialect: Dialect, samples: readonly (readonly number[])[], k: number): TraceColumns => {
  const notes: string[] = [];
  const told: Told[] = samples.map((values, index) => {
    const header = dialect.names[index] ?? '';
    const unit = (dialect.units[index] ?? '').replace(/[[\]()]/g, '') || unitIn(header);
    return { header, unit, values: values.filter((value) => Number.isFinite(value)) };
  });
  const taken = new Set<number>();
  const kindOf = ({ header, unit }: Told): keyof typeof NAMES | null => {
    const byUnit = UNITS[unit.toLowerCase()]?.[0];
    // What is named a current and shown in volts is a clamp.
    if (byUnit === 'volts' && NAMES.amps.test(header) && !NAMES.volts.test(header.replace(/\bvolts?\b/i, '')))
      return 'amps';
    if (byUnit !== undefined) return byUnit;
    if (clampScaleIn(unit) !== null || clampScaleIn(header) !== null) return 'amps';
    return (Object.keys(NAMES) as (keyof typeof NAMES)[]).find((kind) => NAMES[kind].test(header)) ?? null;
  };
  const take = (index: number, factor: number): TraceColumn => {
    taken.add(index);
    const { header, unit } = present(told[index]);
    return { column: index + 1, header, unit, factor };
  };
  const kinds = told.map(kindOf);
  const pick = (kind: keyof typeof NAMES, bySize: (values: readonly number[]) => boolean): number | null => {
    const named = kinds.findIndex((own, index) => own === kind && !taken.has(index));
    if (named >= 0) return named;
    const sized = told.findIndex(({ values }, index) => kinds[index] === null && !taken.has(index) && bySize(values));
    return sized >= 0 ? sized : null;
  };

  const timeAt = pick('time', isTime);
  const time = timeAt === null ? null : take(timeAt, UNITS[present(told[timeAt]).unit.toLowerCase()]?.[1] ?? 1);
  const voltsAt = pick(
    'volts',
    (values) =>
      looksLikeVolts(values, k) ||
      looksLikeVolts(
        values.map((value) => value / 1000),
        k,
      ),
  );
  const voltsFactor = (index: number): number => {
    const own = present(told[index]);
    const factor = UNITS[own.unit.toLowerCase()]?.[1];
    if (factor !== undefined) return factor;
    return looksLikeVolts(
      own.values.map((value) => value / 1000),
      k,
    )
      ? 1e-3
      : 1;
  };
  const volts = voltsAt === null ? null : take(voltsAt, voltsFactor(voltsAt));
  const ampsAt = pick('amps', () => true);
  const ampsFactor = (index: number): number => {
    const { unit, header } = present(told[index]);
    const [kind, factor] = UNITS[unit.toLowerCase()] ?? [null, 1];
    const scale = clampScaleIn(unit) ?? clampScaleIn(header) ?? dialect.clampMvPerA;
    if (kind === 'amps') return factor;
    const millivolts = kind === 'volts' ? factor * 1000 : /A\s*(?:\/|per)\s*V/i.test(unit) ? 1000 : 1;
    if (kind !== 'volts' && scale === null) return 1;
    if (scale === null) notes.push(`amps: the scale of the clamp is not told; taken as ${USUAL_MV_PER_A} mV per A`);
    return millivolts / (scale ?? USUAL_MV_PER_A);
  };
  const amps = ampsAt === null ? null : take(ampsAt, ampsFactor(ampsAt));
  return { time, volts, amps, notes };
};
