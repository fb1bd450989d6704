/** A crank as an oscilloscope would have taken it, with everything in it known. */
export interface MadeCrank {
  readonly perSecond?: number;
  readonly k?: 1 | 2;
  readonly restVolts?: number;
  readonly plateauVolts?: number;
  readonly plateauAmps?: number;
  readonly inrushLow?: number;
  readonly inrushAmps?: number;
  readonly cylinders?: number;
  readonly rpm?: number;
  /** Height of each cylinder's hump against a full one. */
  readonly compression?: readonly number[];
  readonly bounces?: number;
  readonly keyOn?: boolean;
  readonly closedAtS?: number;
  readonly cranksS?: number;
  readonly fires?: boolean;
  readonly afterS?: number;
  readonly chargeVolts?: number;
  readonly rippleHz?: number;
  readonly noiseVolts?: number;
  readonly seed?: number;
}

const noise = (seed: number) => {
  let state = seed >>> 0 || 1;
  return (): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296 - 0.5;
  };
};

/** The samples of a crank: volts of the bank and amperes out of it. */
export const madeCrank = (part: MadeCrank = {}): { time: number[]; volts: number[]; amps: number[] } => {
  const {
    perSecond = 5000,
    k = 1,
    restVolts = 12.6 * k,
    plateauVolts = 10.4 * k,
    plateauAmps = 420,
    inrushLow = 7.9 * k,
    inrushAmps = 980,
    cylinders = 6,
    rpm = 160,
    compression = [],
    bounces = 0,
    keyOn = false,
    closedAtS = 0.8,
    cranksS = 4.5,
    fires = true,
    afterS = 4,
    chargeVolts = 14.1 * k,
    rippleHz = 900,
    noiseVolts = 0.01,
    seed = 7,
  } = part;
  const random = noise(seed);
  const hz = (rpm * cylinders) / 120;
  const endS = closedAtS + cranksS;
  const result = { time: [] as number[], volts: [] as number[], amps: [] as number[] };
  const source = (restVolts - plateauVolts) / plateauAmps;
  for (let i = 0; i < Math.round((endS + afterS) * perSecond); i++) {
    const t = i / perSecond;
    let [v, a] = [restVolts - (keyOn && t > closedAtS - 0.35 ? 0.25 * k : 0), keyOn && t > closedAtS - 0.35 ? 6 : 0];
    const since = t - closedAtS;
    if (since >= 0 && t < endS) {
      const phase = since * hz;
      const turn = Math.floor(phase) % cylinders;
      const hump = 0.5 * (1 - Math.cos(2 * Math.PI * phase)) * (compression[turn] ?? 1);
      // Humps around the plateau, so that the median of a sound engine stays where it is told.
      const swing = 90 * hump - 45;
      const fade = Math.exp(-since / 0.06);
      a = plateauAmps + swing + (inrushAmps - plateauAmps) * fade;
      v = plateauVolts - swing * source - (plateauVolts - inrushLow) * fade;
      for (let bounce = 0; bounce < bounces; bounce++) {
        const from = 0.006 + 0.012 * bounce;
        if (since > from && since < from + 0.003) [v, a] = [restVolts - 0.2, 20];
      }
    } else if (t >= endS) {
      const gone = t - endS;
      if (fires) {
        const rise = 1 - Math.exp(-gone / 0.15);
        v =
          restVolts -
          0.3 * k +
          (chargeVolts - restVolts + 0.3 * k) * rise +
          0.06 * Math.sin(2 * Math.PI * rippleHz * t);
        a = -45 * rise;
      } else [v, a] = [restVolts - 0.15 * k * Math.exp(-gone / 0.5), 0];
    }
    result.time.push(t);
    result.volts.push(v + noiseVolts * random());
    result.amps.push(a + 3 * random());
  }
  return result;
};

/** How a made crank is written as a file. */
export interface Written {
  readonly delimiter?: string;
  readonly decimal?: '.' | ',';
  readonly head?: readonly string[];
  readonly timeFactor?: number;
  readonly voltsFactor?: number;
  readonly ampsFactor?: number;
  readonly columns?: readonly ('time' | 'volts' | 'amps')[];
  readonly quoted?: boolean;
  readonly end?: string;
}

/** A made crank as the text of a file. */
export const traceText = (crank: ReturnType<typeof madeCrank>, written: Written = {}): string => {
  const {
    delimiter = ',',
    decimal = '.',
    head = ['Time (s),Battery (V),Current (A)'],
    quoted = false,
    end = '\n',
  } = written;
  const { timeFactor = 1, voltsFactor = 1, ampsFactor = 1, columns = ['time', 'volts', 'amps'] } = written;
  const factor = { time: timeFactor, volts: voltsFactor, amps: ampsFactor };
  const cell = (value: number): string => {
    const written = String(Math.round(value * 1e8) / 1e8);
    const text = decimal === '.' ? written : written.replace('.', decimal);
    return quoted ? `"${text}"` : text;
  };
  const lines = crank.time.map((_, index) =>
    columns.map((name) => cell((crank[name][index] ?? 0) * factor[name])).join(delimiter),
  );
  return [...head, ...lines, ''].join(end);
};
