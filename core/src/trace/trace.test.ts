import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { madeCrank, traceText, type MadeCrank, type Written } from '../../test/traceFixture';
import { readTrace, TraceProblem, type TraceAnswer } from '../index';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const read = (text: string, machine: Partial<Parameters<typeof readTrace>[1]> = {}): TraceAnswer =>
  readTrace([bytes(text)], { systemVolts: 12, cylinders: 6, ...machine });
const crank = (part: MadeCrank = {}, written: Written = {}, machine: Parameters<typeof read>[1] = {}) =>
  read(traceText(madeCrank(part), written), machine);
const problemOf = (text: string): TraceProblem => {
  try {
    read(text);
  } catch (error) {
    if (error instanceof TraceProblem) return error;
  }
  throw new Error('It was read.');
};

describe('what a crank says', () => {
  const { figures, cylinders, notes } = crank();
  it('rest and plateau within half a percent, speed within two', () => {
    expect(Math.abs(figures.restVolts! / 12.6 - 1)).toBeLessThan(0.005);
    expect(Math.abs(figures.plateauVolts! / 10.4 - 1)).toBeLessThan(0.005);
    expect(Math.abs(figures.plateauAmps! / 420 - 1)).toBeLessThan(0.02);
    expect(Math.abs(figures.crankRpm! / 160 - 1)).toBeLessThan(0.02);
    expect(figures.sourceMilliohm).toBeCloseTo(5.24, 1);
  });
  it('when the contacts close, how deep it dips, when it fires, what it charges', () => {
    expect(figures.closedAtS).toBeCloseTo(0.8, 2);
    expect(figures.inrushLowVolts).toBeCloseTo(7.9, 0);
    expect(Math.abs(figures.inrushAmps! / 980 - 1)).toBeLessThan(0.06);
    expect(Math.abs(figures.firedAtS! - 5.3)).toBeLessThan(0.25);
    expect(figures.chargeVolts).toBeCloseTo(14.1, 1);
    expect(figures.chargeAmps).toBeCloseTo(45, -1);
    expect(Math.abs(figures.rippleHz! / 900 - 1)).toBeLessThan(0.01);
    expect(figures.rippleVoltsRms).toBeCloseTo(0.0424, 2);
    expect(figures.bounces).toBe(0);
    expect(notes).toEqual([]);
  });
  it('all cylinders alike', () => {
    expect(cylinders.map(({ cylinder }) => cylinder)).toEqual([1, 2, 3, 4, 5, 6]);
    for (const { percent } of cylinders) expect(percent).toBeGreaterThan(93);
  });
  it.each([1, 2, 4])('%i bounces of the contacts, exactly', (bounces) =>
    expect(crank({ bounces }).figures.bounces).toBe(bounces),
  );
  it.each([15, 25, 40])('a cylinder %i percent weak, and only that one', (weak) => {
    const own = crank({ compression: [1, 1, 1, 1 - weak / 100, 1, 1], cranksS: 6 }).cylinders;
    const low = own.filter(({ percent }) => percent < 90);
    expect(low.map(({ cylinder }) => cylinder)).toEqual([4]);
    expect(Math.abs(low[0]!.percent - (100 - weak))).toBeLessThan(6);
  });
  it('tells a key-on step from the contacts', () => {
    const own = crank({ keyOn: true });
    expect(own.figures.closedAtS).toBeCloseTo(0.8, 2);
    expect(Math.abs(own.figures.restVolts! - 12.6)).toBeLessThan(0.05);
    expect(own.notes.join()).toMatch(/key on 0\.4/);
  });
  it('of a 24 V machine, of four cylinders', () => {
    const own = crank({ k: 2, cylinders: 4, rpm: 190 }, {}, { systemVolts: 24, cylinders: 4 });
    expect(Math.abs(own.figures.restVolts! / 25.2 - 1)).toBeLessThan(0.005);
    expect(Math.abs(own.figures.crankRpm! / 190 - 1)).toBeLessThan(0.02);
    expect(own.cylinders).toHaveLength(4);
  });
  it('within the same bounds whatever the machine, and no healthy engine has a weak cylinder', () =>
    fc.assert(
      fc.property(
        fc.record({
          cylinders: fc.constantFrom(4, 6, 8),
          rpm: fc.integer({ min: 110, max: 260 }),
          plateauVolts: fc.double({ min: 9, max: 11, noNaN: true }),
          plateauAmps: fc.double({ min: 250, max: 900, noNaN: true }),
          seed: fc.integer({ min: 1, max: 1_000_000 }),
        }),
        (part) => {
          const { figures: own, cylinders: humps } = crank(
            { ...part, perSecond: 1000, cranksS: 6 },
            {},
            { cylinders: part.cylinders },
          );
          expect(Math.abs(own.restVolts! / 12.6 - 1)).toBeLessThan(0.005);
          expect(Math.abs(own.plateauVolts! / part.plateauVolts - 1)).toBeLessThan(0.005);
          expect(Math.abs(own.crankRpm! / part.rpm - 1)).toBeLessThan(0.02);
          expect(humps.every(({ percent }) => percent > 85)).toBe(true);
        },
      ),
      { numRuns: 40 },
    ));
});

describe('what a trace does not say is null, with the reason', () => {
  const why = (answer: TraceAnswer, figure: string) => answer.notes.find((note) => note.startsWith(`${figure}:`));
  it('too few samples a second for the dip', () => {
    const own = crank({ perSecond: 100 });
    expect(own.figures.inrushLowVolts).toBeNull();
    expect(why(own, 'inrushLowVolts')).toMatch(/not caught, 100 samples a second/);
    expect(own.figures.plateauVolts).toBeCloseTo(10.4, 1);
    expect(why(own, 'rippleHz')).toMatch(/too slow/);
  });
  it('too short a crank, no rest before it', () => {
    const short = crank({ cranksS: 1.2 });
    expect(short.figures.plateauVolts).toBeNull();
    expect(why(short, 'plateauVolts')).toMatch(/too short/);
    expect(crank({ closedAtS: 0.1 }).figures.restVolts).toBeNull();
  });
  it('an engine that does not fire, with the seconds it was cranked', () => {
    const own = crank({ fires: false });
    expect(own.figures.firedAtS).toBeNull();
    expect(why(own, 'firedAtS')).toMatch(/did not fire in the trace; cranked for 4\.[45] s/);
    expect(own.figures.crankRpm).not.toBeNull();
    expect(own.figures.chargeVolts).toBeNull();
  });
  it('no crank in it at all', () => {
    const { time, volts, amps } = madeCrank();
    const quiet = time.length / 20;
    const own = read(
      traceText({ time: time.slice(0, quiet), volts: volts.slice(0, quiet), amps: amps.slice(0, quiet) }),
    );
    expect(own.figures.closedAtS).toBeNull();
    expect(why(own, 'closedAtS')).toMatch(/no closing contact/);
  });
  it('a dip beyond the range of the instrument', () => {
    const made = madeCrank();
    const own = read(traceText({ ...made, volts: made.volts.map((volts) => Math.max(9, volts)) }));
    expect(own.figures.inrushLowVolts).toBeNull();
    expect(why(own, 'inrushLowVolts')).toMatch(/beyond the range/);
  });
  it('cylinders nobody told', () => {
    const own = crank({}, {}, { cylinders: null });
    expect(own.figures.crankRpm).toBeNull();
    expect(own.cylinders).toEqual([]);
  });
});

describe('files as scopes and loggers write them', () => {
  const right = ({ figures }: TraceAnswer): void => {
    expect(figures.restVolts).toBeCloseTo(12.6, 1);
    expect(figures.plateauVolts).toBeCloseTo(10.4, 1);
    expect(Math.abs(figures.plateauAmps! / 420 - 1)).toBeLessThan(0.02);
    expect(figures.closedAtS).toBeCloseTo(0.8, 1);
  };
  const SLOW = { perSecond: 1000 } as const;
  it.each<[string, Written]>([
    ['semicolons and decimal commas', { delimiter: ';', decimal: ',', head: ['Zeit [s];Spannung [V];Strom [A]'] }],
    [
      'tabs, and units in a row of their own',
      { delimiter: '\t', head: ['Time\tChannel A\tChannel B', '(ms)\t(V)\t(A)'], timeFactor: 1000 },
    ],
    ['quotes round decimal commas', { quoted: true, decimal: ',' }],
    ['millivolts and milliseconds', { head: ['t ms,U_batt mV,I A'], timeFactor: 1000, voltsFactor: 1000 }],
    ['a clamp in millivolts with its scale', { head: ['Time,Batt V,Clamp (10 mV/A)', 's,V,mV'], ampsFactor: 10 }],
    [
      'a clamp in volts, its scale in the head',
      { head: ['Clamp scale 1 mV/A', 'Time (s),Battery (V),Current (V)'], ampsFactor: 0.001 },
    ],
    [
      'a head of several lines',
      { head: ['Model;SCOPE', 'Date;2026-11-20', '', 'Zeit;Ch1;Ch2', 's;V;A'], delimiter: ';' },
    ],
    [
      'an interval instead of a time',
      { head: ['Sample interval: 1 ms', 'Voltage (V),Current (A)'], columns: ['volts', 'amps'] },
    ],
    [
      'samples a second instead of a time',
      { head: ['Sample rate,1000 Hz', 'Voltage (V),Current (A)'], columns: ['volts', 'amps'] },
    ],
    ['no header at all', { head: [] }],
    ['blanks between the columns', { delimiter: '  ', head: [] }],
    ['other line ends', { end: '\r\n' }],
    ['columns in another order', { head: ['Current A,Volts V,Time s'], columns: ['amps', 'volts', 'time'] }],
    ['a clamp the other way round', { ampsFactor: -1 }],
  ])('%s', (_what, written) => {
    const answer = crank(SLOW, written);
    if (!(written.columns?.includes('time') ?? true)) expect(answer.columns.time).toBeNull();
    right(answer);
  });
  it('in two bytes a letter, with a mark before them, and with lines that end in returns', () => {
    const text = traceText(madeCrank(SLOW));
    const twoBytes = (swap: boolean) => {
      const plain = Uint8Array.from(
        `\ufeff${text}`.split('').flatMap((letter) => [letter.charCodeAt(0) & 255, letter.charCodeAt(0) >> 8]),
      );
      if (swap) for (let i = 0; i < plain.length; i += 2) [plain[i], plain[i + 1]] = [plain[i + 1]!, plain[i]!];
      return plain;
    };
    for (const own of [twoBytes(false), twoBytes(true), bytes(`\ufeff${text}`), bytes(text.replaceAll('\n', '\r'))])
      right(readTrace([own.subarray(0, 4001), own.subarray(4001)], { systemVolts: 12, cylinders: 6 }));
  });
  it('with the time of day instead of seconds', () => {
    const clock = (line: string): string => {
      const [seconds, ...rest] = line.split(',');
      const own = 36_000 + Number(seconds);
      return Number.isNaN(own) ? line : [`10:00:${(own - 36_000).toFixed(3).padStart(6, '0')}`, ...rest].join(',');
    };
    const { figures } = read(traceText(madeCrank(SLOW)).split('\n').map(clock).join('\n'));
    expect(figures.closedAtS).toBeCloseTo(36_000.8, 1);
    expect(figures.plateauVolts).toBeCloseTo(10.4, 1);
  });
  it('without amperes: speed and cylinders come from the volts', () => {
    const own = crank(SLOW, { head: ['Time (s),Battery (V)'], columns: ['time', 'volts'] });
    expect(own.columns.amps).toBeNull();
    expect(Math.abs(own.figures.crankRpm! / 160 - 1)).toBeLessThan(0.02);
    expect(own.cylinders).toHaveLength(6);
    expect(own.figures.plateauAmps).toBeNull();
  });
  it('with much noise on them', () => {
    const own = crank({ perSecond: 2000, noiseVolts: 1.2 });
    right(own);
    expect(own.figures.bounces).toBe(0);
  });
  it('come in pieces of any size', () => {
    const text = bytes(traceText(madeCrank(SLOW)));
    const pieces = (size: number) =>
      Array.from({ length: Math.ceil(text.length / size) }, (_, index) =>
        text.subarray(index * size, (index + 1) * size),
      );
    const whole = readTrace([text], { systemVolts: 12, cylinders: 6 });
    for (const size of [997, 65_536]) expect(readTrace(pieces(size), { systemVolts: 12, cylinders: 6 })).toEqual(whole);
  });
  it('name gaps, repeats and time that runs back with their line', () => {
    const lines = traceText(madeCrank(SLOW)).split('\n');
    lines.splice(300, 20);
    lines.splice(500, 0, lines[499]!);
    lines.splice(700, 0, lines[600]!);
    const { notes, figures } = read(lines.join('\n'));
    expect(notes).toContainEqual('line 301: samples are missing');
    expect(notes).toContainEqual('line 501: the time is the same as before');
    expect(notes.join()).toMatch(/line 701[^:]*: time runs back/);
    expect(figures.plateauVolts).toBeCloseTo(10.4, 1);
  });
  it('leave out what is missing or beyond the range, and say so', () => {
    const lines = traceText(madeCrank(SLOW)).split('\n');
    lines[200] = lines[200]!.replace(/,[^,]*$/, ',');
    lines[210] = lines[210]!.replace(/,[^,]*$/, ',∞');
    expect(read(lines.join('\n')).notes.filter((note) => note.startsWith('line'))).toEqual([
      'line 201: a sample is missing; 1 in all, each left out',
      'line 211: beyond the range of the instrument; 1 in all, each left out',
    ]);
  });
  it.each([
    [
      'a word among the numbers',
      (lines: string[]) => (lines[400] = '0.4,loose,12'),
      401,
      2,
      /expected a number, received loose/,
    ],
    [
      'no volts',
      (lines: string[]) => lines.splice(0, 1, 'Time (s),Current (A),Current (A)'),
      1,
      null,
      /expected a column of volts/,
    ],
  ])('are refused with line and column: %s', (_what, spoil, line, column, words) => {
    const lines = traceText(madeCrank(SLOW)).split('\n');
    spoil(lines);
    expect(problemOf(lines.join('\n'))).toMatchObject({
      line,
      column,
      message: expect.stringMatching(words) as string,
    });
  });
  it('that are no samples are refused at once', () => {
    expect(problemOf('hello\nworld\n').message).toMatch(/expected lines of samples/);
    expect(problemOf('').message).toMatch(/expected lines of samples/);
    expect(problemOf('PK\u0003\u0004\u0000\u0000\u0000').message).toMatch(/not text/);
  });
});
